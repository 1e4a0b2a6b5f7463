import { access } from '../access'

// Asked of every request: taken apart once.
const routes = Object.keys(access).map(key => {
  const [method = '', pattern = ''] = key.split(' ')
  return { method, parts: pattern.split('/') }
})

/** The methods there are at an address below /api, by the access list; none: there is nothing there. */
export function methodsAt(path: string): string[] {
  const asked = path.split('/')
  return routes
    .filter(
      ({ parts }) =>
        parts.length === asked.length && parts.every((part, i) => (part.startsWith(':') ? asked[i] !== '' : part === asked[i])),
    )
    .map(({ method }) => method)
}
