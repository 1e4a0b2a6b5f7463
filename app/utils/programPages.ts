import { mdiFileTree, mdiGarageOpen, mdiMagnify, mdiPipeWrench, mdiSchoolOutline, mdiStorefrontOutline } from '@mdi/js'

/** The pages of the program, with the letter each is opened by. */
export const pages = [
  { to: '/', name: 'Floor', icon: mdiGarageOpen, key: 'f' },
  { to: '/lookup', name: 'Look up', icon: mdiMagnify, key: 'l' },
  { to: '/library', name: 'Library', icon: mdiFileTree, key: 'i' },
  { to: '/bench', name: 'Bench', icon: mdiPipeWrench, key: 'b' },
  { to: '/practice', name: 'Practice', icon: mdiSchoolOutline, key: 'r' },
  { to: '/shop', name: 'Shop', icon: mdiStorefrontOutline, key: 's' },
] as const

/** What stands under a page without being below its address: a job belongs to the Floor, a sheet to looking up. */
const also: Partial<Record<string, readonly string[]>> = { '/': ['/jobs'], '/lookup': ['/sheets', '/car'] }

/** Whether somebody at `path` is on the page at `to`. */
export const isPageOn = (to: string, path: string): boolean =>
  path === to || (to !== '/' && path.startsWith(to)) || (also[to]?.some(start => path.startsWith(start)) ?? false)
