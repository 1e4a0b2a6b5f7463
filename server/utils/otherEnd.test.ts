import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { isPersonsProgram } from './otherEnd'

const folders: string[] = []
afterAll(() => folders.splice(0).forEach(folder => rmSync(folder, { recursive: true })))

type Row = { local: string; remote: string; state?: string; user: number; inode: number }
type Process = { pid: number; parent?: number; program: string; sockets: number[] }
/** A kernel's tables as proc_pid_net(5) prints them. */
function proc(rows: Row[], processes: Process[] = []): string {
  const folder = mkdtempSync(join(tmpdir(), 'proc-'))
  folders.push(folder)
  mkdirSync(join(folder, 'net'))
  const line = ({ local, remote, state = '01', user, inode }: Row, i: number) =>
    `  ${i}: ${local} ${remote} ${state} 00000000:00000000 00:00000000 00000000 ${user} 0 ${inode} 1 0 20 0 0 10 -1`
  writeFileSync(join(folder, 'net/tcp'), ['  sl  local_address rem_address   st …', ...rows.map(line)].join('\n'))
  for (const { pid, parent = 1, program, sockets } of processes) {
    mkdirSync(join(folder, `${pid}/fd`), { recursive: true })
    writeFileSync(join(folder, `${pid}/status`), `Name:\tit\nPPid:\t${parent}\n`)
    symlinkSync(program, join(folder, `${pid}/exe`))
    sockets.forEach((inode, i) => symlinkSync(`socket:[${inode}]`, join(folder, `${pid}/fd/${i}`)))
  }
  return folder
}
const seen = { remotePort: 0xb26c, localPort: 0x1283 }
const call = (user: number): Row => ({ local: '0100007F:B26C', remote: '0100007F:1283', user, inode: 7 })
const door = (user: number, local = '00000000:01BB'): Row => ({ local, remote: '00000000:0000', state: '0A', user, inode: 8 })

it.each([
  ['nothing is said of it', proc([]), false],
  ['a browser', proc([call(1000)], [{ pid: 5, program: '/bin/b', sockets: [7] }]), true],
  ['a browser where another program takes calls', proc([call(1000), door(1000)], [{ pid: 5, program: '/bin/b', sockets: [7] }]), true],
  ['a proxy', proc([call(0), door(0)], [{ pid: 5, program: '/bin/p', sockets: [7, 8] }]), false],
  [
    'one that takes calls from here alone',
    proc([call(0), door(0, '0100007F:01BB')], [{ pid: 5, program: '/bin/p', sockets: [7, 8] }]),
    true,
  ],
  [
    'the worker of a proxy',
    proc(
      [call(0), door(0)],
      [
        { pid: 5, program: '/bin/p', sockets: [8] },
        { pid: 6, parent: 5, program: '/bin/p', sockets: [7] },
      ],
    ),
    false,
  ],
  ['a service’s user, hidden', proc([call(33)]), false],
  ['the server’s own user, and no such process here', proc([call(998)]), false],
  ['a person’s user, hidden', proc([call(1001)]), true],
  ['a person’s user who takes calls, hidden', proc([call(1001), door(1001)]), false],
])('%s', async (_name, folder, expected) => {
  expect(await isPersonsProgram(seen, folder, 998)).toBe(expected)
})
