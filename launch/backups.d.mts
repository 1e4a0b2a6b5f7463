export type Backup = { file: string; at: number }
export function listBackups(dir: string): Backup[]
export function thin(backups: readonly Backup[], keep?: { days?: number; weeks?: number; months?: number }): Backup[]
export function nextBackup(now: number, last: number | undefined): number
export function backUpNightly(options: {
  dir: string
  take: (file: string) => Promise<unknown>
  say: (text: string) => void
  now?: () => number
}): () => void
