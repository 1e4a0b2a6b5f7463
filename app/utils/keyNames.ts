const printed: Readonly<Record<string, string>> = {
  ' ': 'Space',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Escape: 'Esc',
}

/** The keys of an act as they are printed on a keyboard: `g k` are two, one after the other. */
export const keyNames = (keys: string): string[] => (keys === ' ' ? [printed[' ']!] : keys.split(' ').map(key => printed[key] ?? key))
