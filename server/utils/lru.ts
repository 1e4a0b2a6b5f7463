/** A bounded map: the entry touched longest ago goes first. For caches of immutable or versioned things. */
export class Lru<K, V> {
  readonly #entries = new Map<K, V>()
  constructor(readonly max: number) {}

  get(key: K): V | undefined {
    const value = this.#entries.get(key)
    if (value !== undefined) {
      this.#entries.delete(key)
      this.#entries.set(key, value)
    }
    return value
  }

  set(key: K, value: V): void {
    this.#entries.delete(key)
    this.#entries.set(key, value)
    if (this.#entries.size > this.max) this.#entries.delete(this.#entries.keys().next().value as K)
  }

  delete(key: K): void {
    this.#entries.delete(key)
  }
}
