export type Running = { ended: Promise<string> }
export function supervise<T extends Running>(options: {
  start: () => Promise<T> | T
  say: (text: string) => void
  now?: () => number
  wait?: (ms: number) => Promise<unknown>
}): { current: () => T | undefined; stop: (stopRunning: (running: T) => unknown) => Promise<void> }
