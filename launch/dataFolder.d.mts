export function openFolder(dir: string): string
export function holdFolder(dir: string, what: string): () => void
export function isHeld(dir: string): boolean
export function keepSecret(dir: string, given?: string): string
export function claimPort(host: string, port: number): Promise<number>
