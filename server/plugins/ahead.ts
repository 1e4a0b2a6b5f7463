import type { H3Event } from 'h3'
import { getRequestHeader } from 'h3'
import type { NitroApp } from 'nitropack/types'
import files from '#page-files'
import { hasSignIn } from '../utils/session'

const pages = files.pages.map(({ pattern, ...page }) => ({ at: new RegExp(pattern), ...page }))

/** What a page asks the server for first, by its address. */
const asked: readonly [RegExp, (id: string) => string][] = [
  [/^\/jobs\/([0-9a-f-]{36})(?:\/|$)/, id => `/api/jobs/${id}`],
  [/^\/sheets\/([a-z0-9-]+)\/?$/, id => `/api/sheets/${id}`],
]

function dataOf(event: H3Event, path: string): string[] {
  // What is kept of a page on the device is kept for everybody there, and for any address.
  if (getRequestHeader(event, 'sec-fetch-dest') !== 'document') return []
  // A stranger is told nothing else; a revision or a car in the address changes what is asked.
  const own =
    !hasSignIn(event) || event.path.includes('?')
      ? []
      : asked.flatMap(([pattern, pathFor]) => pattern.exec(path)?.slice(1).map(pathFor) ?? [])
  return ['/api/session', ...own]
}

/** The links by which a browser fetches beside each other what the page would ask for one after the other. */
export function linksFor(event: H3Event): string[] {
  const path = event.path.split('?')[0]!
  const page = pages.find(({ at }) => at.test(path))
  return [
    ...files.letters.map(file => `<link rel="preload" as="font" type="font/woff2" crossorigin href="/_nuxt/${file}">`),
    ...(page?.scripts ?? []).map(file => `<link rel="modulepreload" crossorigin href="/_nuxt/${file}">`),
    ...(page?.styles ?? []).map(file => `<link rel="preload" as="style" crossorigin href="/_nuxt/${file}">`),
    ...dataOf(event, path).map(address => `<link rel="preload" as="fetch" crossorigin href="${address}">`),
  ]
}

export default (nitro: NitroApp): void => {
  nitro.hooks.hook('render:html', (html, { event }) => void html.head.push(linksFor(event).join('')))
}
