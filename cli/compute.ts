import { text } from 'node:stream/consumers'
import { computations, isComputeName } from '../shared/compute'

/** `./efferent compute NAME < request.json`: JSON in, JSON out; exit 1 when it cannot be computed, 2 when asked wrongly. */
const name = process.argv[2] ?? ''
if (!isComputeName(name)) {
  process.stderr.write(
    `usage: ./efferent compute NAME < request.json\n${Object.entries(computations)
      .map(([id, { about }]) => `  ${id.padEnd(8)} ${about}`)
      .join('\n')}\n`,
  )
  process.exit(2)
}
let request: unknown
try {
  request = JSON.parse(await text(process.stdin))
} catch (error) {
  process.stderr.write(`the request is not JSON: ${(error as Error).message}\n`)
  process.exit(2)
}
const outcome = computations[name].run(request, () => performance.now())
if (outcome.ok) {
  process.stdout.write(JSON.stringify(outcome.value, null, 2) + '\n')
} else {
  process.stdout.write(JSON.stringify({ code: 'COMPUTE_REFUSED', detail: outcome.message, errors: outcome.errors }, null, 2) + '\n')
  process.exit(1)
}
