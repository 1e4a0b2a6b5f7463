import { AsyncLocalStorage } from 'node:async_hooks'

const asking = new AsyncLocalStorage<string>()

/** Everything done for one request, wherever it comes to wait, is done in the name of whoever sent it. */
export const inNameOf = <T>(person: string, work: () => T): T => asking.run(person, work)
/** In whose name this runs; the server's own work is nobody's. */
export const whoAsks = (): string => asking.getStore() ?? ''
