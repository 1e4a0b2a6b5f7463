import { limits } from './limits'

/** An id made of words that are read: letters without their marks, digits, dashes. Nothing but other letters leaves nothing. */
export const slugOf = (words: string): string =>
  words
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, limits.slug)
    .replace(/^-|-$/g, '')
