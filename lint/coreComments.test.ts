import { RuleTester } from 'eslint'
import * as parser from '@typescript-eslint/parser'
import { describe, it } from 'vitest'
import { coreComments } from './coreComments.mjs'

RuleTester.describe = describe
RuleTester.it = it

const said = (comment: string, code: string) => `/** ${comment} */\n${code}`
const area = 'export const areaOf = (d: number): number => (Math.PI * d * d) / 4'
const found = 'export function find(name: string): Result<Line, Issue> { return no(name) }'

new RuleTester({ languageOptions: { parser: parser as never } }).run('core-comments', coreComments, {
  valid: [
    said('Area in mm² from a diameter in mm. Textbook.', area),
    // Neither numbers nor a result: nothing to say.
    'export const nameOf = (line: Line): string => line.name',
    // What is not offered says what it likes.
    'const half = (d: number) => d / 2',
    // The type of a list's elements is no number.
    'export const first = (all: All): All[number] => all[0]',
    said('The line of that name; fails where there is none.', found),
  ],
  invalid: [
    { code: said('Its area. Textbook.', area), errors: [{ messageId: 'units' }] },
    { code: said('Area in mm² from mm.', area), errors: [{ messageId: 'source' }] },
    { code: area, errors: [{ messageId: 'units' }, { messageId: 'source' }] },
    // An s that ends a possessive is no second.
    { code: said("The tube's. Textbook.", area), errors: [{ messageId: 'units' }] },
    { code: said('The line of that name.', found), errors: [{ messageId: 'failure' }] },
  ],
})
