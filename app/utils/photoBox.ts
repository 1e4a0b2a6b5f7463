import { createStore, del, entries, set } from 'idb-keyval'

/** A photo taken here that the server does not have yet. `raw`: as the camera gave it, not made small yet, and what its entry will say. */
export type KeptPhoto = { id: string; job: string; picture: Blob; raw?: { step: string; caption?: string } }
export type RawPhoto = KeptPhoto & Required<Pick<KeptPhoto, 'raw'>>
export type PhotoBox = { list: () => Promise<KeptPhoto[]>; add: (photo: KeptPhoto) => Promise<void>; remove: (id: string) => Promise<void> }

/** Photos in the browser's own database: pictures are too large for the outbox of entries, and as little to be lost in a reload. */
export function createPhotoBox(): PhotoBox {
  const store = createStore('efferent-photos', 'waiting')
  return {
    list: async () => (await entries<string, KeptPhoto>(store)).map(([, photo]) => photo).sort((a, b) => (a.id < b.id ? -1 : 1)),
    add: photo => set(photo.id, photo, store),
    remove: id => del(id, store),
  }
}
