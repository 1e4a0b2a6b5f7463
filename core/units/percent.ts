/** A share from what is said in percent. */
export const fromPercent = (percent: number): number => percent / 100
