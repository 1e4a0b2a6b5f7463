// The kinds as version 4 had them, for ever: what is brought up here was written before any that came later.
const steps =
  'receive prepare off open cap release withdraw catch drain compare renew seals fit seat fasten torque refill fill bleed wipe run turn level leak look stop on road-test move tighten clear press let test count mend trace carry make'
const goals = 'joint hold withdraw renew fill bleed turn level isolate'

const among = (kinds: string, text: string | undefined): string | undefined => kinds.split(' ').find(kind => kind === text)

/** A step as versions up to 3 named it, “kind:target”, or by its kind alone where there is one of it in a job. */
export function stepOfText(text: unknown): { kind: string; target: string } | undefined {
  if (typeof text !== 'string') return undefined
  const [name, target = ''] = text.split(':')
  const kind = among(steps, name)
  return kind === undefined ? undefined : { kind, target: target || 'car' }
}

/**
 * Up to version 3 steps and goals were named by a text that had to be taken apart. Version 4 says what they are; what was only ticked is
 * that the car was made ready. Works on what was said (a command) and on what was stored (a body) alike; what it does not know stays as it
 * is.
 */
export function bodyOfVersion4(older: unknown): unknown {
  if (typeof older !== 'object' || older === null) return older
  const { type, step, goal } = older as { type?: unknown; step?: unknown; goal?: unknown }
  const { step: _step, ...rest } = older as Record<string, unknown>
  const about = stepOfText(step)
  switch (type) {
    case 'stepDone':
      // Anything else has had an event of its own since version 3, and counted for nothing.
      return about?.kind === 'prepare' ? { type: 'prepared' } : { type: 'noteWritten', text: `Ticked: ${String(step)}` }
    case 'stepUndone':
      return rest
    case 'stepSkipped':
    case 'photoTaken':
      return about ? { ...rest, step: about } : type === 'photoTaken' ? rest : older
    case 'wayHung': {
      const [name, target] = typeof goal === 'string' ? goal.split(':') : []
      const kind = among(goals, name)
      return kind && target ? { ...older, goal: { kind, target } } : older
    }
    default:
      return older
  }
}
