/** Reads a server-sent event stream as the standard says (WHATWG HTML, 9.2), for tests. */
export class EventReader {
  #buffer = ''
  readonly #decoder = new TextDecoder()
  private constructor(
    readonly reader: ReadableStreamDefaultReader<Uint8Array>,
    readonly abort: AbortController,
  ) {}

  static async open(url: string, cookie: string, headers: Record<string, string> = {}): Promise<EventReader> {
    const abort = new AbortController()
    const response = await fetch(url, { headers: { cookie, accept: 'text/event-stream', ...headers }, signal: abort.signal })
    if (!response.ok || !response.headers.get('content-type')?.includes('text/event-stream'))
      throw new Error(`no stream: ${response.status}`)
    return new EventReader(response.body!.getReader(), abort)
  }

  /** The data of the next event of this name; others are passed over. */
  async next(name: string): Promise<Record<string, unknown>> {
    for (;;) {
      const end = this.#buffer.indexOf('\n\n')
      if (end >= 0) {
        const lines = this.#buffer.slice(0, end).split('\n')
        this.#buffer = this.#buffer.slice(end + 2)
        const field = (key: string) =>
          lines
            .filter(line => line.startsWith(`${key}: `))
            .map(line => line.slice(key.length + 2))
            .join('\n')
        if (field('event') === name) return JSON.parse(field('data')) as Record<string, unknown>
        continue
      }
      const { value, done } = await this.reader.read()
      if (done) throw new Error(`the stream ended before “${name}” came`)
      this.#buffer += this.#decoder.decode(value, { stream: true })
    }
  }

  close(): void {
    this.abort.abort()
  }
}
