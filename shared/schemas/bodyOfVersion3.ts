/**
 * Up to version 2 some of what happens to a car was a step that had been ticked, and the engine a timer that had been started. Version 3
 * has an event for each. Works on what was said (a command) and on what was stored (a body) alike; what it does not know stays as it is.
 */
export function bodyOfVersion3(older: unknown): unknown {
  if (typeof older !== 'object' || older === null) return older
  const { type, step, timer, minutes } = older as { type?: unknown; step?: unknown; timer?: unknown; minutes?: unknown }
  if (type === 'timerStarted' && timer === 'leak') return { type: 'engineStarted', ...('minutes' in older && { minutes }) }
  if (type !== 'stepDone' || typeof step !== 'string') return older
  const [kind, target, place] = step.split(':')
  switch (kind) {
    case 'move':
      return { type: 'carMoved', to: place }
    case 'stop':
      return { type: 'engineStopped' }
    case 'renew':
      return { type: 'neighbourRenewed', neighbour: target }
    case 'bleed':
      // It was ticked when no more air came; how many rounds that took nobody wrote down.
      return { type: 'roundBled', bleeder: target, saw: 'clear', toppedUp: false }
    default:
      return older
  }
}
