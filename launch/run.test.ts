import { describe, expect, it } from 'vitest'
import { Failure, run } from './run.mjs'

describe('what a command said that failed', () => {
  const saying = (text: string) => run(process.execPath, ['-e', `console.error(${JSON.stringify(text)}); process.exit(3)`])

  it('is passed on as it is, with the command', async () => {
    await expect(saying('no such table')).rejects.toThrow(/ended with 3:\nno such table/)
  })
  it.each([
    'initdb: could not extend file "base/1/2691": No space left on device\nAborted\nchild process exited with exit code 134',
    "Error: ENOSPC: no space left on device, write\n    at Object.writeSync (node:fs:924:3)\n  errno: -28, code: 'ENOSPC'",
  ])('is a full disk, whoever met it: a sentence with what to do, and no stack', async text => {
    const failure = await saying(text).catch((error: unknown) => error)
    expect(failure).toBeInstanceOf(Failure)
    expect((failure as Failure).message).toMatch(/^the disk is full\. .+ make room, then give the same command again$/)
  })
})
