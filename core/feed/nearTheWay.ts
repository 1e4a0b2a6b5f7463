import { distanceToBody } from '../route/distanceToBody'
import type { FeedInOf } from './feedInOf'
import type { Obstacle } from './roomAround'

/** Further from the line than this on all of its way, mm, a thing is not worth drawing. */
const worthSeeing = 120

/** What a line comes near on its way in, of all that stands in the car. */
export const nearTheWay = ({ poses, line, obstacles }: Pick<FeedInOf, 'poses' | 'line' | 'obstacles'>): Obstacle[] =>
  obstacles.filter(({ body }) => poses.some(({ at }) => distanceToBody(at, body) < line.reach + line.radius + worthSeeing))
