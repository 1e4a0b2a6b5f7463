import { liftSchema } from '#shared/schemas/basics'
import { clockSchema, healthSchema, judgementSchema, sessionViewSchema, shelfSchema, signInViewSchema } from '#shared/schemas/session'
import { reader } from '#shared/versioned'

// What the first answers of every page are read with.
export const readHealth = reader(healthSchema)
export const readJudgement = reader(judgementSchema)
export const readLift = reader(liftSchema)
export const readSession = reader(sessionViewSchema)
export const readShelf = reader(shelfSchema)
export const readZone = reader(clockSchema)
export const readSignIn = reader(signInViewSchema)
