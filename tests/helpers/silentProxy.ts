import { fork, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Passes every call on by the name of the server and adds no word; with `workers` by a process that listens to nothing itself. */
const proxy = `
const cluster = require('node:cluster'), http = require('node:http')
const [to, on, workers] = process.argv.slice(2)
if (workers === 'true' && cluster.isPrimary) {
  const worker = cluster.fork()
  worker.on('message', port => process.send(port))
} else {
  const passOn = (request, answer) => {
    const { method, url, headers } = request
    const host = '127.0.0.1:' + to
    const named = { ...headers, host, origin: 'http://' + host }
    const sent = http.request({ port: to, host: '127.0.0.1', method, path: url, headers: named }, back => {
      answer.writeHead(back.statusCode, back.headers)
      back.pipe(answer)
    })
    request.pipe(sent)
  }
  const server = http.createServer(passOn).listen(0, on, () => process.send(server.address().port))
}
process.on('disconnect', () => process.exit())`

/** A reverse proxy nobody has set up, in a process of its own. */
export async function silentProxy(to: number, on: string, workers: boolean): Promise<{ port: number; end: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'efferent-proxy-'))
  writeFileSync(join(folder, 'proxy.cjs'), proxy)
  const child: ChildProcess = fork(join(folder, 'proxy.cjs'), [String(to), on, String(workers)], { execArgv: [] })
  const [port] = (await once(child, 'message')) as [number]
  const end = async () => {
    const gone = once(child, 'exit')
    child.disconnect()
    await gone
    rmSync(folder, { recursive: true })
  }
  return { port, end }
}
