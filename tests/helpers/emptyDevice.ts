import { openDB } from 'idb'

/** Throws away what this device keeps, past the program. */
export async function emptyDevice(): Promise<void> {
  const db = await openDB('efferent')
  for (const name of db.objectStoreNames) await db.clear(name)
  db.close()
}
