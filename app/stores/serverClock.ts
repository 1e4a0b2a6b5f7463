import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ask, onServerTime } from '~/utils/api'

const lookEveryMs = 2000
/** Smaller differences are the clock being kept right, and the seconds that a header tells time in. */
const jumpMs = 2000

/**
 * What two devices share is measured by the server's clock. `offset`: that clock minus this device's, ms; learned from the first answer,
 * and anew after a jump. A device's clock that is set back while a page is open takes nothing with it. One that leaps ahead was set, or the
 * device slept: nobody here can tell, so the server is asked, and without it time is believed to have passed.
 */
export const useServerClock = defineStore('server-clock', () => {
  const offset = ref(0)
  /** Nobody has said what time it is since this device's clock was last seen to jump. */
  let inDoubt = true
  /** Reading of the clock less what has run since the page was opened: it moves only when the clock is set, or the device sleeps. */
  let base = Date.now() - performance.now()

  function lookForJump(): void {
    const jumped = Date.now() - performance.now() - base
    if (Math.abs(jumped) < jumpMs) return
    base += jumped
    inDoubt = true
    if (jumped < 0) offset.value -= jumped
    void ask('GET', '/api/health').catch(() => {})
  }
  if (typeof window !== 'undefined') setInterval(lookForJump, lookEveryMs)

  function learn(said: number): void {
    if (!inDoubt && Math.abs(said - offset.value) > jumpMs) return
    offset.value = said
    inDoubt = false
  }
  /** The server has said what time it is. `at`: when, by this device's clock. */
  function hear(serverNow: string, at = Date.now()): void {
    lookForJump()
    learn(Date.parse(serverNow) - at)
  }
  // Every answer is dated, to the second: only what that cannot explain counts.
  onServerTime(date => {
    lookForJump()
    if (Math.abs(date - Date.now() - offset.value) > jumpMs) learn(date - Date.now())
    else inDoubt = false
  })
  /** Before anything is dated. */
  function serverNow(): number {
    lookForJump()
    return Date.now() + offset.value
  }
  return { offset, hear, serverNow }
})
