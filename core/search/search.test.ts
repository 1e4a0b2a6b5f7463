import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rankEntries } from './rankEntries'
import { whyFound } from './whyFound'
import { queryWords, tokensOf, tokensOfPlate } from './tokens'

describe('why it was found', () => {
  const want = (...words: string[]) => words.map(word => ({ word, near: word === 'bnajo' ? ['banjo'] : [] }))
  const tokens = ['oil', 'feed', 'banjo', 'banjobolt', '17mm', '11/16in']
  it.each<[string, ReturnType<typeof want>, string[], string[]]>([
    ['a word that is not shown is told', want('17mm', 'oil'), ['oil'], ['17mm']],
    ['the whole word before one that begins with it', want('banjo'), [], ['banjo']],
    ['the shortest that begins with it', want('ban'), [], ['banjo']],
    ['what a slip was mended to', want('bnajo'), [], ['banjo']],
    ['once, however often asked', want('ban', 'banjo'), [], ['banjo']],
    ['nothing, where all of it is in sight', want('oil', 'feed'), ['oil', 'feed'], []],
    ['nothing for a word it does not have', want('water'), [], []],
  ])('%s', (_, wanted, shown, why) => expect(whyFound(tokens, wanted, shown)).toEqual(why))
})

describe('tokens', () => {
  it.each([
    ['17 mm banjo', ['17mm', 'banjo']],
    ['5/8 in flare nut', ['5/8in', 'flare', 'nut']],
    ['M16×1.5', ['m16x1.5']],
    ['QS-71406-A', ['qs71406a', 'qs', '71406', 'a']],
    ['Marrow & Daughters Fish', ['marrow', 'daughters', 'fish']],
    ['3/8" tube', ['3/8in', 'tube']],
    ['Motör, Ström', ['motor', 'strom']],
    ['steel/hose', ['steel', 'hose']],
    ['11.3 × 2.4', ['11.3', 'x', '2.4']],
    ['0.5 L', ['0.5l']],
    ['', []],
    ['–– …', []],
  ])('%s → %j', (text, tokens) => expect(tokensOf(text)).toEqual(tokens))

  it('a plate is found with and without its spaces, in part and whole', () => {
    expect(tokensOfPlate('SK 41 LYN')).toEqual(['sk', '41', 'lyn', 'sk41lyn'])
    for (const typed of ['sk41', 'SK 41 LYN', 'sk41lyn']) {
      const plate = tokensOfPlate('SK 41 LYN')
      for (const word of queryWords(typed)) expect(plate.some(token => token.startsWith(word))).toBe(true)
    }
  })

  it('whatever is typed, a text is found by its own words', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), text => {
        const tokens = new Set(tokensOf(text))
        for (const word of queryWords(text)) expect(tokens.has(word)).toBe(true)
      }),
    )
  })

  it('takes eight words of a query and no more', () => expect(queryWords('a b c d e f g h i j')).toHaveLength(8))
})

describe('rankEntries', () => {
  const entry = (title: string, more = '') => ({ title, tokens: tokensOf(title, more), titleTokens: tokensOf(title) })
  const order = (query: string, entries: ReturnType<typeof entry>[], near: Record<string, string[]> = {}) =>
    rankEntries(
      entries,
      queryWords(query).map(word => ({ word, near: near[word] ?? [] })),
    ).map(({ entry: found }) => found.title)

  it('whole words before beginnings before mended slips, title before the rest', () => {
    expect(order('line', [entry('linear'), entry('lint'), entry('line'), entry('other', 'line')], {})).toEqual(['line', 'linear', 'other'])
    expect(order('lnes', [entry('lines'), entry('lnes')], { lnes: ['lines'] })).toEqual(['lnes', 'lines'])
  })
  it('an entry that has both words beats one that has one twice', () =>
    expect(order('clutch hose', [entry('clutch clutch'), entry('clutch hose')])[0]).toBe('clutch hose'))
  it('what fits nothing is not there, and equals stand by title', () =>
    expect(order('banjo', [entry('b banjo'), entry('a banjo'), entry('flange')])).toEqual(['a banjo', 'b banjo']))
})
