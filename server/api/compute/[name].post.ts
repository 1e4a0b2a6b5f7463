import { getRouterParam, setResponseHeader } from 'h3'
import { computations, isComputeName } from '../../../shared/compute'
import { limits } from '../../../shared/limits'
import { readBytes } from '../../utils/body'
import { ProblemError } from '../../utils/problemError'
import { route } from '../../utils/route'
import { runTask } from '../../utils/workers'

export default route('POST /api/compute/:name', async ({ event, gone }) => {
  const name = getRouterParam(event, 'name') ?? ''
  if (!isComputeName(name))
    throw new ProblemError('COMPUTE_UNKNOWN', `There is no computation “${name}”. Known: ${Object.keys(computations).join(', ')}.`)
  const answer = await runTask('compute', { name, body: await readBytes(event, limits.packBytes) }, gone)
  setResponseHeader(event, 'content-type', 'application/json')
  return answer
})
