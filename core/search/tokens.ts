/** Units that belong to the number before them: "17 mm" is one thing to look for. */
const unit = 'mm|in|ml|l|nm'
const joined = new RegExp(`(\\d{1,9}(?:\\.\\d{1,9})?(?:/\\d{1,9})?)\\s{1,9}(${unit})(?![\\p{L}\\p{N}])`, 'gu')
const accents = /\p{M}/gu

function pieces(text: string): string[] {
  return (
    text
      .normalize('NFKD')
      .replace(accents, '')
      .toLowerCase()
      .replaceAll('×', 'x')
      .replaceAll('·', '')
      .replace(/(\d)\s*["”]/g, '$1in')
      .replace(joined, '$1$2')
      .split(/[^\p{L}\p{N}./-]+/u)
      // A slash holds a fraction together and a point a decimal; anything else they divide.
      .flatMap(part => (/\d[./]\d/.test(part) ? [part] : part.split(/[./]/)))
      .map(part => part.replace(/^[./-]{1,40}|[./-]{1,40}$/g, ''))
      .filter(Boolean)
  )
}

const plain = (piece: string) => piece.replaceAll('-', '')
/** A word longer than this is no word of the trade; it would only swell the index. */
const longest = 40

/** What a text can be found by, each once: its words, numbers with their units, and hyphenated numbers both whole and in parts. Our own. */
export function tokensOf(...texts: (string | number | undefined)[]): string[] {
  const found = texts.flatMap(text =>
    text === undefined ? [] : pieces(String(text)).flatMap(piece => (piece.includes('-') ? [plain(piece), ...piece.split('-')] : [piece])),
  )
  return [...new Set(found)].filter(token => token.length > 0 && token.length <= longest)
}

/** A plate, or anything people write with and without spaces: the parts and the whole. */
export const tokensOfPlate = (plate: string): string[] => [...new Set([...tokensOf(plate), plain(pieces(plate).join(''))])].filter(Boolean)

/** What was typed, as the words to look for, in order. At most `most` words count. */
export const queryWords = (query: string, most = 8): string[] =>
  [...new Set(pieces(query).map(plain))].filter(word => word.length > 0 && word.length <= longest).slice(0, most)
