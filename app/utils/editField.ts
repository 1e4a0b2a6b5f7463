import type { Body, Contested, Family, Needs, Predicate, Sheet, Sourced } from '#core/sheet/types'
import type { Field } from './sheetFields'

export type FieldOf<K extends Field['kind']> = Extract<Field, { kind: K }>
/** What every editor of a field is given, whatever the field. */
export type FieldProps<K extends Field['kind']> = {
  field: FieldOf<K>
  modelValue: unknown
  sheet: Sheet
  families: readonly Family[]
  path: string
  wrong: ReadonlySet<string>
}

const defined = <T extends object>(object: T): T =>
  Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined)) as T

/** An object with one key set; `undefined` takes the key away: what is not said is absent. */
export const withKey = (object: object, key: string, value: unknown): object => defined({ ...object, [key]: value })

/** A typed number, with a point or a comma; undefined for an empty box and for what is no number. */
export function typedNumber(text: string): number | undefined {
  const parsed = Number(text.replace(',', '.'))
  return text.trim() === '' || !Number.isFinite(parsed) ? undefined : parsed
}
/** Numbers with commas, semicolons or spaces between; what is no number is left out. */
export const typedNumbers = (text: string): number[] =>
  text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map(Number)
    .filter(Number.isFinite)
export const typedRows = (text: string): string[] =>
  text
    .split('\n')
    .map(row => row.trim())
    .filter(Boolean)

export const flipped = (list: readonly unknown[], value: unknown): unknown[] =>
  list.includes(value) ? list.filter(item => item !== value) : [...list, value]

type Values = Contested<unknown> | undefined
export const valuesOf = (contested: Values): readonly Sourced<unknown>[] =>
  contested === undefined || contested === 'unknown' ? [] : contested.values
const blankValue = (kind: FieldOf<'contested'>['value']) => ({ window: { low: 10, high: 12 }, text: 'grade', number: 100 })[kind]

/** One more value, to be written over: like the last one, from service information, as of `today`. */
export function withValue(contested: Values, kind: FieldOf<'contested'>['value'], today: string): unknown {
  const values = valuesOf(contested)
  return {
    ...(values.length > 0 ? (contested as object) : {}),
    values: [...values, { value: values.at(-1)?.value ?? blankValue(kind), source: 'service-information', date: today }],
  }
}
export const changeValue = (contested: Values, at: number, change: Partial<Sourced<unknown>>): unknown => ({
  ...(contested as object),
  values: valuesOf(contested).map((item, i) => (i === at ? defined({ ...item, ...change }) : item)),
})
/** What was settled among several values is open again when one of them goes; without any it is unknown. */
export function dropValue(contested: Values, at: number): unknown {
  const left = valuesOf(contested).filter((_, i) => i !== at)
  return left.length === 0 ? 'unknown' : { values: left }
}

export type TraitIs = { trait: string; is: string }
/** A condition of the common shape, all of "trait is value"; undefined for anything richer, which is kept as it is written. */
export function pairsOf(predicate: Predicate | undefined): readonly TraitIs[] | undefined {
  if (predicate === undefined) return []
  if ('trait' in predicate) return [predicate]
  return 'all' in predicate && predicate.all.every(item => 'trait' in item) ? (predicate.all as TraitIs[]) : undefined
}
export function predicateOf(pairs: readonly TraitIs[], optional = false): Predicate | undefined {
  if (pairs.length === 0) return optional ? undefined : ({ all: [] } as unknown as Predicate)
  return (pairs.length === 1 ? pairs[0] : { all: pairs }) as Predicate
}

/** One alternative of what must be off changed; without anything in it, it goes. */
export const withNeed = (needs: Needs, at: number, anyOf: readonly string[]): Needs =>
  (anyOf.length === 0 ? needs.filter((_, i) => i !== at) : needs.map((item, i) => (i === at ? anyOf : item))) as Needs

const roundRadius = 30
/** The same two corners as another shape; a box is turned so that its least corner is the least. */
export function reshaped(body: Body, shape: Body['shape']): Body {
  const [a, b] = body.shape === 'box' ? [body.min, body.max] : [body.a, body.b]
  const corner = (pick: (x: number, y: number) => number) => a.map((value, i) => pick(value, b[i]!))
  return (
    shape === 'box'
      ? { shape, min: corner(Math.min), max: corner(Math.max) }
      : { shape, a, b, radius: body.shape === 'box' ? roundRadius : body.radius }
  ) as Body
}

/** A group that was not there, with what it must have, to be written over. */
export function blankGroup(fields: readonly Field[]): object {
  const blank = (field: Field) =>
    field.kind === 'number' ? 0 : field.kind === 'choice' ? field.choices[0]!.value : field.kind === 'words' ? [] : 'say it'
  return Object.fromEntries(fields.filter(field => !field.optional).map(field => [field.key, blank(field)]))
}
