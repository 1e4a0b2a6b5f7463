import { expect, it } from 'vitest'
import { isPageOn, pages } from './programPages'

it.each([
  ['/', 'Floor'],
  ['/jobs/0197/bay', 'Floor'],
  ['/lookup', 'Look up'],
  ['/sheets/halyard-cooler-lines/edit', 'Look up'],
  ['/car', 'Look up'],
  ['/library', 'Library'],
  ['/bench', 'Bench'],
  ['/practice', 'Practice'],
  ['/shop', 'Shop'],
])('at %s one page is on: %s', (path, name) => expect(pages.filter(({ to }) => isPageOn(to, path)).map(page => page.name)).toEqual([name]))
it('no two pages share a letter', () => expect(new Set(pages.map(({ key }) => key)).size).toBe(pages.length))
