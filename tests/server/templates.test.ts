import { inflateSync } from 'node:zlib'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { stripPages } from '../../core/making/templatePages'
import { alongTheLine, workOut, type LineInMaking } from '../../core/making/workOut'
import { templateWords } from '../../shared/words/templateWords'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let technician: Client
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  technician = await server.as('technician')
})
afterAll(() => server?.end())

const line: LineInMaking = {
  rows: [
    { straight: 220, rotate: 0, bend: 75, radius: 15 },
    { straight: 180, rotate: 90, bend: 45, radius: 15 },
    { straight: 150, rotate: 0, bend: 0, radius: 0 },
  ],
  tube: { outside: 4.75, wall: 0.9, material: 'copper-nickel' },
  ends: { from: { form: 'plain' }, to: { form: 'plain' } },
  bender: { radius: 15, takeUp: 2, setFor90: 93, grip: 12 },
  loose: [],
}
async function pdfOf(body: unknown): Promise<Buffer> {
  const answer = await fetch(`${server.url}/api/templates.pdf`, {
    method: 'POST',
    headers: { cookie: technician.cookie, origin: server.url, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf'])
  return Buffer.from(await answer.arrayBuffer())
}

type Matrix = [number, number, number, number, number, number]
const times = ([a, b, c, d, e, f]: Matrix, [p, q, r, s, t, u]: Matrix): Matrix => [
  a * p + b * r,
  a * q + b * s,
  c * p + d * r,
  c * q + d * s,
  e * p + f * r + t,
  e * q + f * s + u,
]
/** The page's strokes as a reader draws them (ISO 32000: cm, q, Q, m, l), in millimetres from its upper left corner. */
function strokes(stream: string, high: number): [number, number][][] {
  let now: Matrix = [1, 0, 0, 1, 0, 0]
  const [kept, all]: [Matrix[], [number, number][][]] = [[], []]
  let numbers: number[] = []
  const at = (x: number, y: number): [number, number] => {
    const [, , , , e, f] = times([1, 0, 0, 1, x, y], now)
    return [(e * 25.4) / 72, high - (f * 25.4) / 72]
  }
  for (const token of stream.split(/\s+/)) {
    if (Number.isFinite(Number(token)) && token !== '') {
      numbers.push(Number(token))
      continue
    }
    if (token === 'q') kept.push(now)
    if (token === 'Q') now = kept.pop()!
    if (token === 'cm') now = times(numbers.slice(-6) as Matrix, now)
    if (token === 'm') all.push([at(numbers.at(-2)!, numbers.at(-1)!)])
    if (token === 'l') all.at(-1)!.push(at(numbers.at(-2)!, numbers.at(-1)!))
    numbers = []
  }
  return all
}
function pagesOf(pdf: Buffer) {
  const text = pdf.toString('latin1')
  const boxes = [...text.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map(([, w, h]) =>
    [Number(w), Number(h)].map(one => (one * 25.4) / 72),
  )
  const streams = [...text.matchAll(/stream\r?\n/g)].flatMap(({ index, 0: head }) => {
    try {
      const open = inflateSync(pdf.subarray(index + head.length), { finishFlush: 2 }).toString('latin1')
      return /(^|\s)(m|l)\s/.test(open) && open.includes(' cm') ? [open] : []
    } catch {
      return []
    }
  })
  return { boxes, drawn: streams.map(stream => strokes(stream, boxes[0]![1]!)) }
}

it.each([
  ['a4', 210, 297],
  ['letter', 215.9, 279.4],
] as const)('on %s every stroke is where it should be, within a fifth of a millimetre', async (paper, wide, high) => {
  const { boxes, drawn } = pagesOf(await pdfOf({ line, paper }))
  for (const [w, h] of boxes) expect([Math.abs(w! - wide) < 0.1, Math.abs(h! - high) < 0.1]).toEqual([true, true])
  expect(drawn).toHaveLength(boxes.length)
  const worked = workOut(line, alongTheLine(line))
  const [strip] = stripPages(worked.cut!.cut, worked.marks!, paper, templateWords)
  const wanted = strip!.marks.flatMap(mark => (mark.kind === 'line' ? [mark.points] : []))
  const off = wanted.map(points =>
    Math.min(
      ...drawn[0]!
        .filter(stroke => stroke.length === points.length)
        .map(stroke => Math.max(...stroke.map(([x, y], i) => Math.hypot(x - points[i]![0], y - points[i]![1])))),
    ),
  )
  expect(Math.max(...off)).toBeLessThan(0.2)
})

it('both sides of the bent line are in it, as long as they are', async () => {
  const { drawn } = pagesOf(await pdfOf({ line, paper: 'a4' }))
  expect(drawn.length).toBeGreaterThanOrEqual(3)
})

it('a line that cannot be drawn, and a stranger, get none', async () => {
  const none = { ...line, rows: [], bender: {} }
  expect((await technician.problem('POST', '/api/templates.pdf', { line: none, paper: 'a4' })).body.code).toBe('COMPUTE_REFUSED')
  expect((await technician.problem('POST', '/api/templates.pdf', { line, paper: 'a0' })).status).toBe(422)
  expect((await server.client().problem('POST', '/api/templates.pdf', { line, paper: 'a4' })).status).toBe(401)
})
