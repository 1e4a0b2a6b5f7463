import { z } from 'zod'
import { compareLines } from '../core/making/compareLines'
import { cutFromMoulded } from '../core/making/cutFromMoulded'
import { adviseHose } from '../core/making/hose'
import { identifyFitting, lookalikes, tellApart } from '../core/making/identifyFitting'
import { breachesOf, usualRules } from '../core/making/makingRules'
import { tableRows } from '../core/making/tableRows'
import { workOut } from '../core/making/workOut'
import { apexesFromLegs, scattersFromLegs } from '../core/photo/apexesFromLegs'
import { reconstructLine } from '../core/photo/reconstructLine'
import { bendsFromPoints, pointsFromBends } from '../core/route/bendTable'
import { developLine } from '../core/route/developLine'
import { systems } from '../core/sheet/types'
import { millimetres } from '../core/units/types'
import { computation, refuse } from './computation'
import { makingRulesSchema } from './schemas/gear'
import { bendRowsSchema, fittingSeenSchema, hoseAskedSchema, lineInMakingSchema, photoJobSchema } from './schemas/making'
import { compareIssueWords, fittingName, matingWords, tellApartWords, wrenchWords } from './words/makingWords'
import { photoIssueWords } from './words/photoWords'
import { bendWords } from './words/pointsWords'

const coordinate = z.number().min(-10_000).max(10_000)
const pointsSchema = z
  .array(
    z.strictObject({
      at: z.tuple([coordinate, coordinate, coordinate]),
      radius: z.number().min(0).max(500).transform(millimetres).optional(),
    }),
  )
  .min(2)
  .max(41)
const tolerance = z.strictObject({ along: z.number().positive(), end: z.number().positive(), endAngle: z.number().positive() })

/** A line by its table or by its points, whichever is at hand. */
const lineSchema = z.union([z.strictObject({ rows: bendRowsSchema.min(1) }), z.strictObject({ points: pointsSchema })])
type LineGiven = z.output<typeof lineSchema>
const pointsOf = (line: LineGiven) =>
  'points' in line ? { ok: true as const, value: line.points } : pointsFromBends([0, 0, 0], [1, 0, 0], line.rows)

/** Lines made, matched and measured, and fittings told apart: no sheet, no car. */
export const makingComputations = {
  bends: computation(
    'a bend table and its points, each from the other, with the developed length, mm',
    z.strictObject({ line: lineSchema }),
    ({ line }) => {
      const points = pointsOf(line)
      if (!points.ok) return refuse(bendWords(points.error), 'line.rows')
      const developed = developLine([{ kind: 'tube', points: points.value } as never])
      if (!developed.ok) return refuse('The bends do not fit between the points.', 'line')
      return {
        ok: true,
        value: {
          rows: tableRows('rows' in line ? line.rows : bendsFromPoints(line.points)),
          points: points.value,
          developed: developed.value.length,
        },
      }
    },
  ),
  make: computation(
    'how a line is made by hand: length to cut, marks for a bender, order of bends, what goes on first, and what stands against it',
    lineInMakingSchema.extend({ system: z.enum(systems).optional(), rules: makingRulesSchema.optional() }),
    ({ system, rules = usualRules, ...line }) => {
      const { acts, ...worked } = workOut(line)
      const breaches = system ? breachesOf(line, system, rules) : undefined
      return { ok: true, value: { ...worked, breaches, acts: acts.map(({ id, after }) => ({ id, after })) } }
    },
  ),
  compare: computation(
    'a new line laid on the old one: how far it is off along it and at its ends, mm, and which one or two bends put it right',
    z.strictObject({ old: lineSchema, new: lineSchema, tolerance }),
    ({ old, new: fresh, tolerance: allowed }) => {
      const [a, b] = [pointsOf(old), pointsOf(fresh)]
      if (!a.ok) return refuse(bendWords(a.error), 'old')
      if (!b.ok) return refuse(bendWords(b.error), 'new')
      const compared = compareLines(a.value, b.value, allowed)
      return compared.ok ? compared : refuse(compareIssueWords(compared.error), compared.error.which)
    },
  ),
  reconstruct: computation(
    'the corners of a line from two to four pictures with one or two sheets of paper beside it, each with its uncertainty, mm',
    photoJobSchema,
    ({ pictures, papers, known = [], ...size }) => {
      const straights = pictures[0]!.legs.length
      const odd = pictures.findIndex(picture => picture.legs.length !== straights || picture.papers.length > papers.length)
      if (odd >= 0) return refuse('Each picture has the same straights, and no sheet more than there are.', `pictures.${odd}`)
      const beyond = known.findIndex(({ a, b }) => a > straights || b > straights || a === b)
      if (beyond >= 0) return refuse('That corner is not one of the line’s.', `known.${beyond}`)
      const found = reconstructLine({
        ...size,
        papers,
        known,
        pictures: pictures.map(picture => ({
          papers: picture.papers.map(corners => corners ?? undefined),
          apexes: apexesFromLegs(picture.legs),
          scatters: scattersFromLegs(picture.legs),
        })),
      })
      if (!found.ok) return refuse(photoIssueWords(found.error), 'pictures')
      const { apexes, within, focal, k1, misfits } = found.value
      return { ok: true, value: { apexes, within, focal, k1, misfits } }
    },
  ),
  hose: computation(
    'how long to cut a hose, which clamps go and which never, and what stands against it; from a longer moulded one, which stretch to keep',
    z.strictObject({ hose: hoseAskedSchema, course: lineSchema.optional(), moulded: lineSchema.optional() }),
    ({ hose, course, moulded }) => {
      const advice = adviseHose(hose)
      if (!course || !moulded) return { ok: true, value: advice }
      const [a, b] = [pointsOf(course), pointsOf(moulded)]
      if (!a.ok) return refuse(bendWords(a.error), 'course')
      if (!b.ok) return refuse(bendWords(b.error), 'moulded')
      const keep = cutFromMoulded(a.value, b.value)
      return keep ? { ok: true, value: { ...advice, keep } } : refuse('The moulded hose is shorter than its course.', 'moulded')
    },
  ),
  fitting: computation(
    'which fitting it is, by what was measured: candidates with their likelihood, how to be sure, and what must not be put with it',
    fittingSeenSchema,
    seen => {
      const { candidates: found, none } = identifyFitting(seen)
      const [first, second] = found
      const apart = first && second && tellApart(seen, first.size, second.size)
      return {
        ok: true,
        value: {
          candidates: found.map(({ size, likelihood, against }) => ({
            id: size.id,
            name: fittingName(size),
            likelihood,
            against,
            ...wrenchWords(size),
          })),
          none,
          toBeSure: apart ? tellApartWords(apart, [fittingName(first.size), fittingName(second.size)]) : undefined,
          never: first ? lookalikes(first.size).map(({ other, mating }) => matingWords(other, mating)) : [],
        },
      }
    },
  ),
}
