/** Fluid work without a line: renewed, bled, or the level put right. */
export const services = ['renew', 'bleed', 'level'] as const
export type Service = (typeof services)[number]
