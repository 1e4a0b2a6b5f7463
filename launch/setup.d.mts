export function ensurePostgres(): Promise<string>
