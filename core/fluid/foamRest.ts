import { millimetres, minutes, type Celsius, type Minutes } from '../units/types'
import { stokesRise, swarmShare } from './bubbleRise'
import { viscosityAt, type ViscosityLine } from './viscosityAt'

/** Bubbles that the eye still calls foam in a reservoir, mm: fitted to “about half an hour in a cool workshop” (common practice). */
const bubbles = { large: millimetres(0.1), usual: millimetres(0.075), small: millimetres(0.065) }
/** What the surface stands above the bottom of an ordinary reservoir, mm, and how much of it is air when it looks like foam. */
const ordinary = { depth: millimetres(60), gasFraction: 0.05 }

export type FoamRest = { least: Minutes; likely: Minutes; most: Minutes }

/**
 * How long foam rests until its finest visible bubbles have risen through the reservoir: depth over Stokes’ speed, hindered by the swarm.
 * Warmer fluid is thinner and clears sooner.
 */
export function foamRest(fluid: ViscosityLine, at: Celsius, { depth, gasFraction } = ordinary): FoamRest {
  const viscosity = viscosityAt(fluid, at)
  const rest = (diameter: (typeof bubbles)['usual']) => minutes(depth / (stokesRise(diameter, viscosity) * swarmShare(gasFraction)) / 60)
  return { least: rest(bubbles.large), likely: rest(bubbles.usual), most: rest(bubbles.small) }
}
