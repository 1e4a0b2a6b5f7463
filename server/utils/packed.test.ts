import { once } from 'node:events'
import { createServer, type IncomingHttpHeaders } from 'node:http'
import type { AddressInfo } from 'node:net'
import { request } from 'node:http'
import { gunzipSync } from 'node:zlib'
import { createApp, defineEventHandler, toNodeListener } from 'h3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { packed } from './packed'

const long = { rows: Array.from({ length: 400 }, (_, i) => ({ id: i, what: 'bänd the line' })) }
const values: Record<string, unknown> = { '/long': long, '/short': { ok: true }, '/file': Buffer.alloc(9000, 7), '/none': undefined }

describe('an answer packed for the way', () => {
  const app = createApp()
  app.use(defineEventHandler(event => packed(event, values[event.path])))
  const server = createServer(toNodeListener(app))
  beforeAll(() => once(server.listen(0, '127.0.0.1'), 'listening'))
  afterAll(() => void server.close())

  async function ask(path: string, accept: string, method = 'GET'): Promise<{ headers: IncomingHttpHeaders; bytes: Buffer }> {
    const { port } = server.address() as AddressInfo
    const asked = request({ host: '127.0.0.1', port, path, method, headers: accept ? { 'accept-encoding': accept } : {} }).end()
    const [answer] = (await once(asked, 'response')) as [import('node:http').IncomingMessage]
    const parts: Buffer[] = []
    for await (const part of answer) parts.push(part as Buffer)
    return { headers: answer.headers, bytes: Buffer.concat(parts) }
  }

  it('is a fraction of itself, and the same once it is unpacked', async () => {
    const { headers, bytes } = await ask('/long', 'br, gzip')
    expect(headers).toMatchObject({ 'content-encoding': 'gzip', 'content-type': 'application/json', vary: 'accept-encoding' })
    expect(JSON.parse(gunzipSync(bytes).toString())).toEqual(long)
    expect(bytes.length).toBeLessThan(JSON.stringify(long).length / 5)
  })

  it('goes as it is to whoever does not unpack, in answer to an act, and where it is short', async () => {
    for (const { headers, bytes } of [await ask('/long', ''), await ask('/long', 'br'), await ask('/long', 'gzip', 'POST')]) {
      expect(headers['content-encoding']).toBeUndefined()
      expect(JSON.parse(bytes.toString())).toEqual(long)
    }
    expect((await ask('/short', 'gzip')).headers['content-encoding']).toBeUndefined()
  })

  it('leaves files and empty answers alone', async () => {
    expect((await ask('/file', 'gzip')).bytes).toEqual(values['/file'])
    const { headers, bytes } = await ask('/none', 'gzip')
    expect([headers['content-encoding'], bytes.length > 4096]).toEqual([undefined, false])
  })
})
