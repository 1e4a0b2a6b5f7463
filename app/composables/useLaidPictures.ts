import { computed, onUnmounted, ref, shallowRef, type Ref } from 'vue'
import type { Pixel } from '#core/photo/homography'
import { isWhole, layPoints, legOf, pictureOf, type Laid } from '#core/photo/laidPoints'
import type { SheetOfPaper } from '#core/photo/photoJob'
import { usualWithin } from '#core/making/suspectReading'
import { snapToTube } from '#core/photo/snapToTube'
import { legNames } from '#shared/words/photoWords'
import { greyPatch } from '~/utils/greyPatch'
import { fetchPicture } from '~/utils/api'
import { openPictures, type Opened } from '~/utils/openPictures'
import { runInWorker } from '~/utils/workerCall'

/** So far beside a straight its tube is looked for: this share of the picture's width, as far as a finger misses. */
const reachOf = (width: number): number => Math.max(8, width / 60)

/** Pictures of a line with what is laid on them: opened, laid point by point, each straight drawn onto its tube, and worked out. */
export function useLaidPictures(asked: {
  legs: Ref<number | undefined>
  /** Which sheets lie beside the line; the first decides where places are measured from. */
  sheets: Ref<readonly (SheetOfPaper | undefined)[]>
  snaps: Ref<boolean>
  /** Straights that were measured as well, from corner to corner, mm; by their number. */
  known: Ref<readonly (number | undefined)[]>
}) {
  const { legs, sheets, snaps, known } = asked
  /** Replaced as a whole: a file behind a proxy is no file to the browser. */
  const pictures = shallowRef<readonly (Opened & { laid: Laid })[]>([])
  const at = ref(0)
  const trouble = ref('')
  const busy = ref(false)
  const result = ref<Awaited<ReturnType<typeof measure>>>()
  const shown = computed(() => pictures.value[at.value])
  const names = computed(() => legNames(legs.value ?? 0, sheets.value.length > 1 ? 2 : 1))
  const joins = computed(() => layPoints(legs.value ?? 0).joins)
  const isLaid = (laid: Laid) => legs.value !== undefined && isWhole(laid, legs.value)
  const ready = computed(
    () => sheets.value.every(one => one !== undefined) && pictures.value.length >= 2 && pictures.value.every(({ laid }) => isLaid(laid)),
  )

  async function choose(files: File | File[]) {
    trouble.value = ''
    result.value = undefined
    const opened = await openPictures([files].flat().slice(0, 4))
    if (!opened.ok) return void (trouble.value = opened.words)
    forget()
    pictures.value = opened.pictures.map(picture => ({ ...picture, laid: [] }))
    at.value = 0
  }
  /** Two pictures that come with the program, of a line of three straights. */
  async function chooseSamples() {
    const files = await Promise.all(
      ['/samples/line-1.jpg', '/samples/line-2.jpg'].map(async (path, i) => new File([await fetchPicture(path)], `sample ${i + 1}`)),
    ).catch(() => undefined)
    if (files) return choose(files)
    trouble.value = 'The sample pictures come from the server, which does not answer.'
  }
  const forget = () => pictures.value.forEach(({ url }) => URL.revokeObjectURL(url))
  onUnmounted(forget)

  function lay(change: (laid: Laid) => Laid, i = at.value) {
    result.value = undefined
    pictures.value = pictures.value.map((picture, k) => (k === i ? { ...picture, laid: change(picture.laid) } : picture))
  }
  const add = (to: Pixel) => lay(laid => [...laid, to])
  const move = (n: number, to: Pixel) => lay(laid => laid.map((one, i) => (i === n ? to : one)))
  const takeBack = () => lay(laid => laid.slice(0, -1))

  /** A point was let go of: where both of its straight are laid, they go onto the middle of the tube's two edges, if one is seen there. */
  async function drop(n: number) {
    const i = at.value
    const picture = pictures.value[i]
    const own = legs.value === undefined ? undefined : legOf(n, legs.value)
    const [a, b] = own && picture ? own.points.map(point => picture.laid[point]) : []
    if (!snaps.value || !own || !picture || !a || !b) return
    const reach = reachOf(picture.width)
    const patch = await greyPatch(picture.file, [a, b], reach + 4, picture)
    const snapped = patch && snapToTube(patch, [a, b], reach)
    const now = pictures.value[i]?.laid
    // Moved on meanwhile, or another picture: what the finger did last counts.
    if (!snapped || now?.[own.points[0]] !== a || now[own.points[1]] !== b) return
    lay(laid => laid.map((one, k) => (k === own.points[0] ? snapped.leg[0] : k === own.points[1] ? snapped.leg[1] : one)), i)
  }

  function measure() {
    const laid = pictures.value.map(one => pictureOf(one.laid, legs.value!))
    // A second sheet that no picture shows is not there.
    const count = laid.some(({ papers }) => papers.length > 1) ? 2 : 1
    const { width, height } = pictures.value[0]!
    const measured = known.value
      .slice(0, legs.value)
      .flatMap((length, i) => (length === undefined ? [] : [{ a: i, b: i + 1, length, within: usualWithin.rule }]))
    return runInWorker('reconstruct', {
      width,
      height,
      papers: sheets.value.slice(0, count) as SheetOfPaper[],
      pictures: laid,
      known: measured,
    })
  }
  async function work() {
    busy.value = true
    try {
      result.value = await measure()
    } finally {
      busy.value = false
    }
  }
  return { pictures, at, shown, names, joins, isLaid, ready, trouble, busy, result, choose, chooseSamples, add, move, drop, takeBack, work }
}
