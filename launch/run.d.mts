export function until<T>(
  what: string,
  condition: () => T | Promise<T>,
  options?: { timeoutMs?: number; everyMs?: number },
): Promise<NonNullable<T>>
