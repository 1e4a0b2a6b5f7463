export type Cluster = { url: (database: string) => string; port: number; pid: number; started: boolean; stop: () => Promise<void> }
export function startCluster(options: { bin: string; dir: string; durable?: boolean; port?: number }): Promise<Cluster>
