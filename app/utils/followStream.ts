import type { Reading } from '#shared/versioned'
import { hearEpoch } from './epoch'

const readId = (raw: unknown): Reading<{ id?: unknown }> => ({ ok: true, value: (raw ?? {}) as { id?: unknown } })

type Handlers = Record<string, (data: string) => void>

/**
 * A server-sent event stream that rests while its tab is hidden: a browser gives one server six connections, and forgotten tabs must not
 * use them up. `url` is asked at every opening, so that the stream goes on from where the reader stands. Returns how to end it.
 */
export function followStream(url: () => string, handlers: Handlers): () => void {
  let source: EventSource | undefined
  const open = () => {
    if (source || document.hidden) return
    source = new EventSource(url())
    source.addEventListener('epoch', message => {
      const said = readStreamed((message as MessageEvent<string>).data, readId)
      if (said.ok) hearEpoch(said.value.id)
    })
    for (const [name, handle] of Object.entries(handlers))
      source.addEventListener(name, message => handle((message as MessageEvent<string>).data))
  }
  const close = () => {
    source?.close()
    source = undefined
  }
  const onVisibility = () => (document.hidden ? close() : open())
  document.addEventListener('visibilitychange', onVisibility)
  open()
  return () => {
    document.removeEventListener('visibilitychange', onVisibility)
    close()
  }
}

/** What a stream sent, read like everything that is received; what is no JSON is damaged. */
export function readStreamed<T>(data: string, read: (raw: unknown) => Reading<T>): Reading<T> {
  try {
    return read(JSON.parse(data))
  } catch {
    return { ok: false, error: { why: 'damaged', issues: [{ path: '', message: 'not readable as JSON' }] } }
  }
}
