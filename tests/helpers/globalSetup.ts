import type { TestProject } from 'vitest/node'
import { startTemplates } from './templates'

declare module 'vitest' {
  interface ProvidedContext {
    admin: string
  }
}

export default async function setup(project: TestProject) {
  const { admin, stop } = await startTemplates('test')
  project.provide('admin', admin)
  return stop
}
