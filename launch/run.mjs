import { spawn } from 'node:child_process'

export const root = new URL('..', import.meta.url).pathname.replace(/\/$/, '')

/** Runs a command to its end; its output is shown only where asked for, or when it fails. */
export function run(command, args, { cwd = root, env = process.env, show = false, input } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env,
      stdio: [input === undefined ? 'ignore' : 'pipe', show ? 'inherit' : 'pipe', show ? 'inherit' : 'pipe'],
    })
    let output = ''
    child.stdout?.on('data', chunk => (output += chunk))
    child.stderr?.on('data', chunk => (output += chunk))
    if (input !== undefined) child.stdin.end(input)
    child.on('error', reject)
    child.on('close', (code, signal) =>
      code === 0
        ? resolve(output)
        : reject(
            new Failure(
              // Whatever it is that cannot write, it is one thing to whoever has to do something about it.
              /No space left on device|ENOSPC|EDQUOT/.test(output)
                ? 'the disk is full. A new workshop takes some 100 MB: make room, then give the same command again'
                : `${command} ${args.slice(0, 4).join(' ')} ended with ${signal ?? code}${output ? `:\n${output.slice(-4000)}` : ''}`,
            ),
          ),
    )
  })
}

/** A failure already said in words a person can act on: printed without a stack. */
export class Failure extends Error {}

export const say = text => process.stdout.write(`${text}\n`)

/** Polls a condition until it holds or the time is up; for processes that can only be asked. */
export async function until(what, condition, { timeoutMs = 60_000, everyMs = 50 } = {}) {
  const deadline = Date.now() + timeoutMs
  for (;;) {
    const value = await condition()
    if (value) return value
    if (Date.now() > deadline) throw new Failure(`waited ${timeoutMs / 1000} s for ${what}`)
    await new Promise(resolve => setTimeout(resolve, everyMs))
  }
}
