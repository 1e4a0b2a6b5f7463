export type Content = { workshop: string | null; jobs: number; events: number; photos: number }
export function bringOver(options: { dir: string; from: string; to: string; dump: string; aside: string }): Promise<Content>
