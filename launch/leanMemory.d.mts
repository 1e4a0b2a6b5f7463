export const leanMemory: Readonly<Record<string, string>>
