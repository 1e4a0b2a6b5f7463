import type { Slug } from '../../sheet/types'
import type { BodyOf, TightenedThing } from '../types'

/** Names are told apart within a kind of thing only. */
export const tightenedKey = (thing: TightenedThing, target: Slug): string => `${thing}:${target}`

/** A leaflet speaks of one thing, and of one group of its fasteners where there are several. */
export const leafletKey = ({ thing, target, group }: Pick<BodyOf<'leafletRead'>, 'thing' | 'target' | 'group'>): string =>
  group === undefined ? `${thing}:${target}` : `${thing}:${target}:${group}`
