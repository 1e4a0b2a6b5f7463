import { defineNuxtRouteMiddleware, navigateTo } from '#imports'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'

const open = ['/sign-in', '/setup', '/errors']

/** Nobody signed in: to the sign-in page, and back afterwards. The API guards itself; this is only the way in. */
export default defineNuxtRouteMiddleware(async to => {
  if (open.includes(to.path)) return
  const session = useSession()
  try {
    if (!session.person) await session.load()
  } catch (error) {
    useConnection().notice(error)
    return
  }
  if (session.view?.setup) return navigateTo('/setup')
  if (!session.person) return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
})
