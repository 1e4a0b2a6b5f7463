/** The rooms of a job, by address and key (after g). */
export const jobRooms = [
  { path: '', name: 'Plan', key: 'p' },
  { path: '/kit', name: 'Kit', key: 'k' },
  { path: '/make', name: 'Make', key: 'm' },
  { path: '/fluid', name: 'Fluid', key: 'f' },
  { path: '/proof', name: 'Proof', key: 'r' },
  { path: '/record', name: 'Record', key: 'l' },
] as const

/** Whether an address is one of the job's rooms, which share a head, or stands for itself (the bay, the page to hand over). */
export const isRoomPath = (job: string, path: string): boolean =>
  jobRooms.some(room => path.replace(/\/$/, '') === `/jobs/${job}${room.path}`)
