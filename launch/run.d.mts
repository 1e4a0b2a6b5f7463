export function until<T>(
  what: string,
  condition: () => T | Promise<T>,
  options?: { timeoutMs?: number; everyMs?: number },
): Promise<NonNullable<T>>
export class Failure extends Error {}
export function run(command: string, args: readonly string[], options?: { cwd?: string; env?: NodeJS.ProcessEnv }): Promise<string>
