import { readdir, readFile, readlink } from 'node:fs/promises'
import type { Socket } from 'node:net'

/** What the kernel says of one end of a connection on this machine (proc_pid_net(5), proc(5)). */
type End = { local: string; remote: string; state: string; user: number; inode: string }
/** A connection as the server sees it: the other end is the one whose ports are these, turned round. */
type Seen = Pick<Socket, 'remotePort' | 'localPort'>

const listening = '0A'
const established = '01'
const loopback = /^(0100007F|00000000000000000000000001000000|0000000000000000FFFF00000100007F):/
// Users that a system gives its services; people at a machine are numbered between these.
const people = { from: 1000, to: 60_000 }
/** More open files than this are not looked through: what is not found is not believed. */
const mostLinks = 50_000

async function ends(proc: string): Promise<End[]> {
  const tables = await Promise.all(['tcp', 'tcp6'].map(name => readFile(`${proc}/net/${name}`, 'utf8').catch(() => '')))
  return tables.flatMap(table =>
    table
      .split('\n')
      .slice(1)
      .map(line => line.trim().split(/\s+/))
      .filter(cells => cells.length > 9)
      .map(cells => ({ local: cells[1]!, remote: cells[2]!, state: cells[3]!, user: Number(cells[7]), inode: cells[9]! })),
  )
}

const portOf = (address: string): number => parseInt(address.slice(address.indexOf(':') + 1), 16)

/** The sockets each process holds open, of those that may be looked into: this user's, or everybody's as root. */
async function holders(proc: string): Promise<Map<string, Set<string>>> {
  const held = new Map<string, Set<string>>()
  let links = 0
  for (const pid of (await readdir(proc)).filter(name => /^\d+$/.test(name))) {
    const open = await readdir(`${proc}/${pid}/fd`).catch(() => [])
    links += open.length
    if (links > mostLinks) break
    const targets = await Promise.all(open.map(fd => readlink(`${proc}/${pid}/fd/${fd}`).catch(() => '')))
    held.set(pid, new Set(targets.flatMap(target => /^socket:\[(\d+)\]$/.exec(target)?.[1] ?? [])))
  }
  return held
}

/** A process and those it came from that run the same program: a server's workers take calls that its first process listens for. */
async function family(proc: string, pid: string): Promise<string[]> {
  const program = await readlink(`${proc}/${pid}/exe`).catch(() => undefined)
  const found = [pid]
  for (let at = pid; found.length < 10; found.push(at)) {
    const status = await readFile(`${proc}/${at}/status`, 'utf8').catch(() => '')
    at = /^PPid:\s+(\d+)/m.exec(status)?.[1] ?? '0'
    if (program === undefined || (await readlink(`${proc}/${at}/exe`).catch(() => '')) !== program) break
  }
  return found
}

/**
 * Does what is at the other end of a connection from this machine take calls from the network itself? Then who asks may be anywhere: it is
 * a proxy, whatever it says of itself, or says nothing. A process that may not be looked into is judged by its user: a service's user is
 * never a person at the machine, and one whose user listens to the network is not told apart. What cannot be found is not believed.
 */
export async function isPersonsProgram({ remotePort, localPort }: Seen, proc = '/proc', self = process.getuid?.()): Promise<boolean> {
  const all = await ends(proc)
  const other = all.filter(
    ({ local, remote, state }) => state === established && portOf(local) === remotePort && portOf(remote) === localPort,
  )
  if (other.length === 0) return false
  const doors = all.filter(({ state, local }) => state === listening && !loopback.test(local))
  const held = await holders(proc)
  for (const { inode, user } of other) {
    const pids = [...held].filter(([, sockets]) => sockets.has(inode)).map(([pid]) => pid)
    const hidden = pids.length === 0
    if (hidden && (user < people.from || user > people.to || doors.some(door => door.user === user))) return false
    // Nobody's process under a user who may be looked into: it runs where this server does not see, beside it in a container.
    if (hidden && user === self) return false
    for (const pid of pids)
      for (const relative of await family(proc, pid)) if (doors.some(door => held.get(relative)?.has(door.inode))) return false
  }
  return true
}

const known = new WeakMap<Socket, Promise<boolean>>()
/** Asked once for a connection: who is at its other end does not change. */
export function isPersonsSocket(socket: Socket): Promise<boolean> {
  const answer = known.get(socket) ?? isPersonsProgram(socket)
  known.set(socket, answer)
  return answer
}
