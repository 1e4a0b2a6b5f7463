import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { sheetSchema } from '../../shared/schemas/sheet'
import { demoSheet } from '../../tests/helpers/demo'
import { chapters, type Field } from './sheetFields'

type Any = z.ZodType
/** What is inside of optional, list and default; objects have a shape. */
function bare(type: Any): Any {
  if (type instanceof z.ZodOptional) return bare(type.unwrap() as Any)
  if (type instanceof z.ZodArray) return bare(type.element as Any)
  return type
}
const shapeOf = (type: Any): Record<string, Any> | undefined => {
  const inner = bare(type)
  return inner instanceof z.ZodObject ? (inner.shape as Record<string, Any>) : undefined
}

/** Nobody writes these by hand: bolts are placed by touch, the rest by the program. */
const unwritten: Readonly<Record<string, readonly string[]>> = {
  'operations.fasteners': ['spots'],
  head: ['format', 'id', 'revision', 'notes'],
}

/** Fields that the format does not know, and parts of the format that no field writes. */
function astray(fields: readonly Field[], shape: Record<string, Any>, at: string, besides: readonly string[] = []): string[] {
  const keys = new Set(fields.map(({ key }) => key))
  const left = Object.keys(shape).filter(key => !keys.has(key) && !(unwritten[at] ?? []).includes(key) && !besides.includes(key))
  return [
    ...fields.filter(({ key }) => !(key in shape)).map(({ key }) => `${at}.${key} is not in the format`),
    ...left.map(key => `${at}.${key} cannot be written`),
    ...fields.flatMap(field => {
      const inner = shape[field.key] && shapeOf(shape[field.key]!)
      return inner && (field.kind === 'group' || field.kind === 'items') ? astray(field.fields, inner, `${at}.${field.key}`) : []
    }),
    ...fields
      .filter(({ key, optional, kind }) => key in shape && !optional && kind !== 'words' && kind !== 'refs' && isOptional(shape[key]!))
      .map(({ key }) => `${at}.${key} may be empty, and its field does not let it`),
  ]
}
const isOptional = (type: Any): boolean => type instanceof z.ZodOptional

describe('the fields of the editor', () => {
  const format = sheetSchema.shape as unknown as Record<string, Any>
  it.each(chapters.filter(({ part }) => part !== 'head').map(chapter => [chapter.part, chapter] as const))(
    '%s: every field is in the format, and nothing in the format lacks one',
    (part, { fields }) => {
      const shape = shapeOf(format[part]!)
      expect(shape).toBeDefined()
      expect(astray(fields, shape!, part)).toEqual([])
    },
  )
  it('the head has what no chapter has', () => {
    const { fields } = chapters.find(({ part }) => part === 'head')!
    expect(
      astray(
        fields,
        format,
        'head',
        chapters.map(({ part }) => part),
      ),
    ).toEqual([])
  })
  it.each(chapters.flatMap(({ part, list }) => (list ? [[part, list] as const] : [])))(
    'a new one of %s fits the format',
    (part, { blank }) => {
      const made = blank(1, demoSheet())
      const read = (bareList(format[part]!) as Any).safeParse(made)
      expect(read.success ? [] : read.error.issues).toEqual([])
    },
  )
})

const bareList = (type: Any): Any => {
  const list = type instanceof z.ZodOptional ? (type.unwrap() as Any) : type
  return (list as z.ZodArray).element as Any
}
