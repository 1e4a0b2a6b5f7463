import type { Page } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startCluster } from '../../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'
import { expect, room, signIn, test as base } from '../helpers/browserTest'
import { TestServer } from '../helpers/server'

/** What was set on the wrench, and recorded. */
async function torque(page: Page): Promise<void> {
  await page.getByLabel('torque', { exact: true }).fill('18.5')
  await page.keyboard.press('Enter')
}

type Cluster = Awaited<ReturnType<typeof startCluster>>
// A cluster of its own, to be killed.
const test = base.extend<{ cluster: { current: Cluster; restart: () => Promise<void> } }>({
  cluster: async ({ browserName: _ }, use) => {
    const [bin, dir] = [await ensurePostgres(), mkdtempSync(join(tmpdir(), 'efferent-e2e-db-'))]
    const held = {
      current: await startCluster({ bin, dir }),
      restart: async () => void (held.current = await startCluster({ bin, dir, port: held.current.port })),
    }
    await createDatabase(held.current.url('postgres'), 'efferent')
    await prepareDatabase(held.current.url('efferent'), { demo: true })
    await use(held)
    await held.current.stop()
    rmSync(dir, { recursive: true, force: true })
  },
  server: async ({ cluster }, use) => {
    const server = await TestServer.start(cluster.current.url('efferent'))
    await use(server)
    await server.end()
  },
})

test('the database gone: the page says so, keeps what is recorded, and goes on when it is back', async ({ page, cluster }) => {
  await signIn(page, 'technician')
  await page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).getByRole('button', { name: 'Bay view' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Torque: Gearbox, upper')
  process.kill(cluster.current.pid, 'SIGKILL')
  await expect(page.getByRole('alert')).toContainText('The database does not answer')
  await torque(page)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Fasten: Bracket, cross member')
  await expect(page.getByRole('alert')).toContainText('1 entry waits')
  // On another page, after a reload even: it is the device that keeps it.
  await page.getByRole('link', { name: 'To the job' }).click()
  await cluster.restart()
  await expect(page.getByRole('alert')).toBeHidden()
  await room(page, 'Record')
  await expect(page.getByText('Gearbox, upper torqued at 18.5')).toBeVisible()
  await expect(page.getByText('waits to be sent')).toBeHidden()
})
