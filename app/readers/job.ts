// What a job is read with, and all that happens in one.
export { jobAnswers } from '#shared/answers/jobs'
export { readEvent } from '#shared/schemas/event'
