import type { Caution } from '../../core/sheet/types'

/** What a step is called, how it is done, and what is said before it. */
export type StepWords = {
  title: string
  /** One or two sentences on how; may be empty. */
  how: string
  /** What the large button says it records. */
  button: string
  cautions: Caution[]
}
