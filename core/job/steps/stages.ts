/** Where a job stands, from its opening to its hand-over. */
export const stages = [
  'opened',
  'planned',
  'opening-up',
  'line-work',
  'filling',
  'proving',
  'closing-up',
  'to-sign-off',
  'to-read-cold',
  'signed-off',
  'ended',
  'handed-over',
] as const
export type Stage = (typeof stages)[number]
