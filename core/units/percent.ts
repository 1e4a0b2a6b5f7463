/** A share from what is said in percent. Textbook. */
export const fromPercent = (percent: number): number => percent / 100
/** A share as it is shown: whole percent, and never none of what there is some. */
export const formatPercent = (share: number): string => (share > 0 && share < 0.01 ? '<1 %' : `${Math.round(share * 100)} %`)
