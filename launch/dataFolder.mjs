import { randomBytes } from 'node:crypto'
import {
  closeSync,
  constants,
  accessSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { Failure } from './run.mjs'

const reasons = {
  EACCES: 'this account may not write there',
  EPERM: 'this account may not write there',
  EROFS: 'it is on a read-only disk',
  ENOSPC: 'the disk is full',
  ENOTDIR: 'there is a file where a folder should be',
  EEXIST: 'there is a file where a folder should be',
}
const explain = (dir, error) =>
  reasons[error.code]
    ? new Failure(`the data folder ${dir} cannot be used: ${reasons[error.code]}. Mend that, or give another: --data DIR`)
    : error

/** The folder that everything of one workshop is in, made where it is missing. */
export function openFolder(dir) {
  try {
    mkdirSync(dir, { recursive: true })
    accessSync(dir, constants.W_OK | constants.X_OK)
  } catch (error) {
    throw explain(dir, error)
  }
  return dir
}

const isOurs = pid => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('launch/main.mjs')
  } catch {
    return false
  }
}

/**
 * One starter for each data folder: whoever has it stops what it started, and nobody else's. Gives back how to let go. `what` is said to
 * whoever comes second; a lock whose holder is gone counts for nothing.
 */
export function holdFolder(dir, what) {
  const file = join(dir, 'in-use')
  for (let tries = 0; tries < 3; tries++) {
    try {
      const handle = openSync(file, 'wx', 0o600)
      writeSync(handle, JSON.stringify({ pid: process.pid, what }))
      closeSync(handle)
      return () => rmSync(file, { force: true })
    } catch (error) {
      if (error.code !== 'EEXIST') throw explain(dir, error)
      const holder = read(file)
      if (holder && holder.pid !== process.pid && isOurs(holder.pid))
        throw new Failure(
          `${dir} is in use: ${holder.what} (process ${holder.pid}). Wait for it or stop it first, or give another folder: --data DIR`,
        )
      rmSync(file, { force: true })
    }
  }
  throw new Failure(`${file} comes back as often as it is removed: somebody else is starting from this folder`)
}
function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return undefined
  }
}
/** Does somebody else run from this folder now? */
export const isHeld = dir => {
  const holder = read(join(dir, 'in-use'))
  return holder !== undefined && holder.pid !== process.pid && isOurs(holder.pid)
}

const shortest = 32
/** What seals cookies: the one given, which several servers share; else made once, written whole before it stands under its name. */
export function keepSecret(dir, given = process.env.EFFERENT_SESSION_SECRET) {
  if (given !== undefined) {
    if (given.length >= shortest) return given
    throw new Failure(
      `EFFERENT_SESSION_SECRET has ${given.length} characters: give at least ${shortest}, or leave it out for one made here`,
    )
  }
  const file = join(dir, 'session.secret')
  if (!existsSync(file)) {
    const part = `${file}.part`
    try {
      const handle = openSync(part, 'w', 0o600)
      writeSync(handle, randomBytes(32).toString('base64url'))
      fsyncSync(handle)
      closeSync(handle)
      renameSync(part, file)
    } catch (error) {
      throw explain(dir, error)
    }
  }
  const secret = readFileSync(file, 'utf8').trim()
  if (secret.length < shortest)
    throw new Failure(`${file} is empty or cut short. Remove it: a new one is made, and everybody signs in once more`)
  return secret
}

/** The port to serve on: the one asked for, or a free one for 0. Says what is wrong with it before anything is started. */
export function claimPort(host, port) {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.on('error', error =>
      fail(
        new Failure(
          error.code === 'EADDRINUSE'
            ? `port ${port} is in use. Stop what runs there, or give another: --port ${port + 1}`
            : error.code === 'EACCES'
              ? `this account may not listen on port ${port}: ports below 1024 are the system's. Give another: --port 4747`
              : error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND'
                ? `${host} is no address of this machine. Give one that is: --host 127.0.0.1, or --host 0.0.0.0 for all`
                : error.message,
        ),
      ),
    )
    probe.listen(port, host, () => {
      const { port: claimed } = probe.address()
      probe.close(() => done(claimed))
    })
  })
}
