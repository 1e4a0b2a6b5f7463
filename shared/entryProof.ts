import { configure } from 'safe-stable-stringify'

const stable = configure({ deterministic: true, bigint: false, circularValue: Error })

/**
 * What an author's key signs: the entry as it is sent, without its proof, whatever order its keys come in, and the job it is for. An entry
 * can so be moved to no other job and changed in no field.
 */
export function entryText(job: string, entry: object): string {
  const { proof: _proof, ...said } = entry as { proof?: unknown }
  return `efferent-entry/2\n${job}\n${stable(said)}`
}
