/** Set for the server: memory that is given back goes back to the system, where each thread's own pool (glibc) would keep it. */
export const leanMemory = { MALLOC_ARENA_MAX: '2', MALLOC_TRIM_THRESHOLD_: '131072' }
