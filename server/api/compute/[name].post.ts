import { getRouterParam } from 'h3'
import { computations, isComputeName } from '../../../shared/compute'
import { limits } from '../../../shared/limits'
import { readJson } from '../../utils/body'
import { ProblemError } from '../../utils/problemError'
import { route } from '../../utils/route'

export default route('POST /api/compute/:name', async ({ event }) => {
  const name = getRouterParam(event, 'name') ?? ''
  if (!isComputeName(name))
    throw new ProblemError('COMPUTE_UNKNOWN', `There is no computation “${name}”. Known: ${Object.keys(computations).join(', ')}.`)
  const outcome = computations[name].run(await readJson(event, limits.packBytes))
  if (!outcome.ok) throw new ProblemError('COMPUTE_REFUSED', outcome.message, { errors: outcome.errors })
  return outcome.value
})
