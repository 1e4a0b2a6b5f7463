// What reads the queue: what lies in it, and what the server answers. No part of the first page, where nothing lies in it as a rule.
export { readKept } from './keptEntry'
export { readAppendResult } from '#shared/schemas/jobView'
