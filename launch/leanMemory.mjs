/**
 * Set for the server: memory that is given back goes back to the system, where each thread's own pool (glibc) would keep it; and what is
 * short-lived (a body that is refused is read to its end) is swept up every 8 MiB and not every 16.
 */
export const leanMemory = { MALLOC_ARENA_MAX: '2', MALLOC_TRIM_THRESHOLD_: '131072', NODE_OPTIONS: '--max-semi-space-size=8' }
