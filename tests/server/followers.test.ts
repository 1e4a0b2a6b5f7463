import { createConnection, type Socket } from 'node:net'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { EventReader } from '../helpers/eventReader'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let rafe: Client
let silentOnes: Client[]
const sockets: Socket[] = []
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  rafe = await server.as('technician')
  silentOnes = [await server.as('lead'), await server.as('desk')]
})
afterAll(async () => {
  sockets.forEach(socket => socket.destroy())
  await server?.end()
})

/** Follows a job and then reads no more of it than has come by then. */
function silent(job: string, who: Client): Promise<void> {
  return new Promise((done, fail) => {
    const socket = createConnection(server.port, '127.0.0.1', () =>
      socket.write(`GET /api/jobs/${job}/stream HTTP/1.1\r\nhost: 127.0.0.1:${server.port}\r\ncookie: ${who.cookie}\r\n\r\n`),
    )
    sockets.push(socket)
    socket.once('error', fail)
    socket.once('data', () => {
      socket.pause()
      done()
    })
  })
}
/** What the server's process holds in memory, MB. */
const resident = () => Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024

it('followers that read nothing cost a bounded amount, and the others are told all the same', async () => {
  const job = await rafe.openJob()
  const listening = await EventReader.open(`${server.url}/api/jobs/${job.id}/stream`, rafe.cookie)
  for (let i = 0; i < 25; i++) await silent(job.id, silentOnes[i % 2]!)
  let seq = 2
  // Notes as long as they may be, of characters that take three bytes each, as many as one request may carry.
  const round = async () => {
    const events = Array.from({ length: 40 }, () => rafe.entry({ type: 'noteWritten', text: '水'.repeat(1990) }, seq))
    const answer = await rafe.call('POST', `/api/jobs/${job.id}/events`, { events })
    expect(answer.status, answer.text.slice(0, 200)).toBe(200)
    seq += events.length
  }
  for (let i = 0; i < 8; i++) await round()
  const before = resident()
  for (let i = 0; i < 100; i++) await round()
  // 24 MB for each of 25: what the system's own buffers do not take (some 6 MB each) would lie in the program's memory, 400 MB and more.
  expect(resident() - before).toBeLessThan(120)
  let last = 0
  while (last < seq) last = Number((await listening.next('job')).seq)
  expect(last).toBe(seq)
  listening.close()
}, 120_000)
