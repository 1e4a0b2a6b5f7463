/** A browser's localStorage, in memory. */
export class Shelf {
  readonly kept = new Map<string, string>()
  getItem = (key: string) => this.kept.get(key) ?? null
  setItem = (key: string, value: string) => void this.kept.set(key, value)
  removeItem = (key: string) => void this.kept.delete(key)
  key = (i: number) => [...this.kept.keys()][i] ?? null
  get length() {
    return this.kept.size
  }
}
