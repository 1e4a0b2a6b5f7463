export function ensurePostgres(): Promise<string>
export function postgresFor(clusterDir: string, home?: string): Promise<string>
export const headlessChromium: string
export function ensurePooler(): Promise<string>
export function installedMajors(home?: string): number[]
export function hashOf(paths: readonly string[], extra?: string): string
export function ensureChromium(): Promise<void>
