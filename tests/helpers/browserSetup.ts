import { startTemplates } from './templates'

/** Each browser test copies a template and starts its own server (browserTest.ts). */
export default async function setup() {
  const { admin, stop } = await startTemplates('e2e')
  process.env.EFFERENT_E2E_ADMIN = admin
  return stop
}
