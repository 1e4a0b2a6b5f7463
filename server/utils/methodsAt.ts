import { access } from '../access'

/** The methods there are at an address below /api, by the access list; none: there is nothing there. */
export function methodsAt(path: string): string[] {
  const asked = path.split('/')
  return Object.keys(access).flatMap(key => {
    const [method = '', pattern = ''] = key.split(' ')
    const parts = pattern.split('/')
    const fits = parts.length === asked.length && parts.every((part, i) => (part.startsWith(':') ? asked[i] !== '' : part === asked[i]))
    return fits ? [method] : []
  })
}
