import { defineStore } from 'pinia'
import { ref } from 'vue'
import { startAnswers } from '~/utils/answers'
import { call, NoAnswer, UnreadableAnswer, whoIsAway, type LateReader, type Reader, type Trouble } from '~/utils/api'
import { askKept } from '~/utils/keptAnswers'

const everyMs = 1000

/**
 * Whether server, database and disk answer. Anything that notices trouble reports it; while there is trouble the health page is asked until
 * it is over, and `recoveries` then counts up: whoever waits watches it.
 */
export const useConnection = defineStore('connection', () => {
  const trouble = ref<'none' | Trouble>('none')
  const recoveries = ref(0)
  /** The server speaks a newer version: what it sends is not read any more until the page is loaded again. */
  const outdated = ref(false)
  let probing = false

  async function probe(): Promise<void> {
    if (probing) return
    probing = true
    while (trouble.value !== 'none') {
      await new Promise(resolve => setTimeout(resolve, everyMs))
      try {
        await call('GET', '/api/health', startAnswers.health)
        trouble.value = 'none'
        recoveries.value++
      } catch (error) {
        // A health page that answers in words nobody here knows is an answer all the same.
        trouble.value = whoIsAway(error) ?? (error instanceof UnreadableAnswer ? 'none' : 'no-server')
      }
    }
    probing = false
  }

  function report(kind: Trouble): void {
    trouble.value = kind
    void probe()
  }

  /** Notes an error when it means that somebody is away, or that this page is too old; true when it did. */
  function notice(error: unknown): boolean {
    if (error instanceof UnreadableAnswer && error.unreadable.why === 'newer') outdated.value = true
    const away = whoIsAway(error)
    if (away) report(away)
    return away !== undefined
  }

  /** How often what is shown came from this device because nobody answered. */
  let lookedBack = 0
  const lookBacks = (): number => lookedBack
  /** What the server says, or what it said last while nobody answers; that nobody does is noticed. */
  async function look<T>(path: string, read: Reader<T> | LateReader<T>): Promise<T> {
    const { value, away } = await askKept(path, read)
    if (away) {
      lookedBack++
      notice(away)
    }
    return value
  }

  /** What the server says, or, while nobody answers, what is worked out of what this device has. */
  async function lookElse<T>(ask: () => Promise<T>, here: () => Promise<T>): Promise<T> {
    try {
      return await ask()
    } catch (error) {
      if (!(error instanceof NoAnswer)) throw error
      const value = await here()
      lookedBack++
      notice(error)
      return value
    }
  }

  return { trouble, recoveries, outdated, report, notice, look, lookElse, lookBacks }
})
