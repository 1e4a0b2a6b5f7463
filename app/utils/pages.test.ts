import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSheet } from '../../tests/helpers/demo'
import { carFromQuery, queryOfCar } from './carQuery'
import { dropDraft, readDraft, schemaIssues, writeDraft } from './drafts'
import { fittedSides } from './shrinkPhoto'
import { PerspectiveCamera, Vector3 } from 'three'
import { edgeArrow, placePictureLabels, toPixels } from './pictureLabels'

class Shelf implements Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  kept = new Map<string, string>()
  getItem(key: string) {
    return this.kept.get(key) ?? null
  }
  setItem(key: string, value: string) {
    this.kept.set(key, value)
  }
  removeItem(key: string) {
    this.kept.delete(key)
  }
}

describe('drafts', () => {
  const shelf = new Shelf() as unknown as Storage
  const draft = { sheet: demoSheet(), basedOn: 1, notes: ['note'], savedAt: '2026-01-01T00:00:00Z' }
  it('come back as they were left, until they are dropped', () => {
    writeDraft(shelf, draft)
    expect(readDraft(shelf, draft.sheet.id)).toEqual({ ok: true, value: draft })
    dropDraft(shelf, draft.sheet.id)
    expect(readDraft(shelf, draft.sheet.id)).toEqual({ ok: true, value: undefined })
  })
  it('one of version 1, without a number and without notes, is brought up', () => {
    const { notes: _notes, ...older } = draft
    shelf.setItem(`efferent.draft.${draft.sheet.id}`, JSON.stringify(older))
    expect(readDraft(shelf, draft.sheet.id)).toEqual({ ok: true, value: { ...draft, notes: [] } })
  })
  it('one with holes is a draft all the same; one of a newer version is left lying as it is', () => {
    const holes = { ...draft, sheet: { ...draft.sheet, title: '', lines: [{}] } }
    writeDraft(shelf, holes as never)
    expect(readDraft(shelf, draft.sheet.id)).toEqual({ ok: true, value: holes })
    shelf.setItem('efferent.draft.later', JSON.stringify({ ...draft, v: 9 }))
    expect(readDraft(shelf, 'later')).toEqual({ ok: false, error: { why: 'newer', version: 9 } })
    expect(shelf.getItem('efferent.draft.later')).not.toBeNull()
  })
  it.each(['not json', 'null', '{"sheet":{"lines":3}}', '{"sheet":{"lines":[],"joints":[]}}'])(
    'what a stranger wrote is no draft: %s',
    text => {
      shelf.setItem('efferent.draft.x', text)
      expect(readDraft(shelf, 'x')).toMatchObject({ ok: false, error: { why: 'damaged' } })
    },
  )
  it('says where a draft breaks the schema', () => {
    expect(schemaIssues(draft.sheet)).toEqual([])
    expect(schemaIssues({ ...draft.sheet, title: '' }).map(issue => issue.path)).toEqual(['title'])
  })
})

describe('a photo made smaller', () => {
  it('keeps its shape within a pixel, is never enlarged, and never vanishes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9000 }), fc.integer({ min: 1, max: 9000 }), (width, height) => {
        const fitted = fittedSides(width, height, 1600)
        expect(Math.max(fitted.width, fitted.height)).toBe(Math.min(1600, Math.max(width, height)))
        expect(Math.min(fitted.width, fitted.height)).toBeGreaterThanOrEqual(1)
        const scale = Math.min(1, 1600 / Math.max(width, height))
        expect(Math.abs(fitted.width - width * scale)).toBeLessThanOrEqual(1)
        expect(Math.abs(fitted.height - height * scale)).toBeLessThanOrEqual(1)
      }),
    )
  })
})

describe('a car in an address', () => {
  const word = fc.stringMatching(/^[a-z][a-z0-9-]{0,8}$/)
  it('survives the way there and back', () => {
    fc.assert(
      fc.property(
        word,
        fc.option(fc.integer({ min: 1950, max: 2030 }), { nil: undefined }),
        fc.option(word, { nil: undefined }),
        fc.dictionary(word, word, { maxKeys: 4 }),
        (family, year, engine, traits) => {
          const car = { family, ...(year && { year }), ...(engine && { engine }), traits }
          const back = carFromQuery(queryOfCar(car), 'another')
          expect({ ...back, traits: { ...back.traits } }).toEqual({ ...car, traits: { ...traits } })
        },
      ),
    )
  })
  it('takes nonsense for nothing known', () => {
    expect(carFromQuery({ year: 'old', engine: '', t: 'a.b.c,,x' }, 'family')).toEqual({ family: 'family', traits: {} })
    expect(carFromQuery({ t: 'coolers.one' }, 'family', { coolers: 'two' }).traits).toEqual({ coolers: 'two' })
  })
})

describe('names in a picture', () => {
  const frame = { width: 400, height: 300 }
  const label = fc.record({
    x: fc.integer({ min: 0, max: 400 }),
    y: fc.integer({ min: 0, max: 300 }),
    width: fc.integer({ min: 20, max: 140 }),
  })
  it('cover each other nowhere and stay in the frame', () => {
    fc.assert(
      fc.property(fc.array(label, { maxLength: 10 }), labels => {
        const placed = placePictureLabels(
          labels.map((item, i) => ({ ...item, height: 20, id: String(i) })),
          frame,
        )
        for (const [i, a] of placed.entries()) {
          expect(a.left >= 0 && a.left + a.width <= frame.width && a.top >= 0 && a.top + a.height <= frame.height).toBe(true)
          for (const b of placed.slice(i + 1))
            expect(a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + b.height && b.top < a.top + a.height).toBe(
              false,
            )
        }
      }),
    )
  })
  it('a point outside gets an arrow at the edge that points to it', () => {
    fc.assert(
      fc.property(fc.integer({ min: -2000, max: 2000 }), fc.integer({ min: -2000, max: 2000 }), (x, y) => {
        const arrow = edgeArrow({ x, y }, frame)
        if (x >= 0 && x <= 400 && y >= 0 && y <= 300) {
          expect(arrow).toBeUndefined()
          return
        }
        expect(arrow!.x >= 0 && arrow!.x <= 400 && arrow!.y >= 0 && arrow!.y <= 300).toBe(true)
        // From the arrow on, straight ahead, lies the point.
        const [dx, dy] = [x - arrow!.x, y - arrow!.y]
        expect(Math.cos(arrow!.angle) * dy - Math.sin(arrow!.angle) * dx).toBeCloseTo(0, 6)
        expect(Math.cos(arrow!.angle) * dx + Math.sin(arrow!.angle) * dy).toBeGreaterThan(0)
      }),
    )
  })
  it('a point has a pixel only once the camera knows the canvas', () => {
    const camera = new PerspectiveCamera(34, 0, 20, 20_000)
    camera.position.set(0, 0, 1000)
    camera.updateMatrixWorld()
    const see = (aspect: number, at: Vector3) => {
      camera.aspect = aspect
      camera.updateProjectionMatrix()
      return toPixels(at.project(camera), frame)
    }
    expect(see(0, new Vector3(0, 40, 0))).toBeUndefined()
    expect(see(Number.NaN, new Vector3(0, 40, 0))).toBeUndefined()
    const seen = see(4 / 3, new Vector3(0, 40, 0))!
    expect(seen.x).toBeCloseTo(200)
    // 40 mm up at 1 000 mm under half of 34 degrees: that share of the half height.
    expect(seen.y).toBeCloseTo(150 - (150 * 0.04) / Math.tan((17 * Math.PI) / 180))
    expect(seen.behind).toBe(false)
    expect(see(4 / 3, new Vector3(0, 0, 1000))).toBeUndefined()
    expect(see(4 / 3, new Vector3(10, 10, 1500))!.behind).toBe(true)
  })
})
