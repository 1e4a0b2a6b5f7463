import type { Column, Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { JobRecord } from '../../core/job/record/buildRecord'
import type { Sheet } from '../../core/sheet/types'
import { formatEntered, formatQuantity, formatRange } from '../../core/units/formatQuantity'
import { millilitres } from '../../core/units/types'
import {
  choiceWords,
  howWords,
  instrumentWords,
  lookWords,
  readingWords,
  roundWords,
  testWords,
  turnsWords,
} from '../../shared/words/recordWords'
import { fluidHowWords } from '../../shared/words/fluidWords'
import { endedWords, endingWords } from '../../shared/words/endingWords'
import { stepWords } from '../../shared/words/stepWords'
import { cautionWords, list, proofWords } from '../../shared/words/vocabulary'
import { dueWords } from '../../shared/words/refusalWords'
import { momentWords } from '../../shared/words/momentWords'
import { writePdf } from './writePdf'

const ink = '#1c2429'
const soft = '#5d676b'
const rule = '#c9c3b4'

const heading = (text: string): Content => ({ text, style: 'heading', headlineLevel: 1 })
const table = (header: string[], widths: (string | number)[], rows: TableCell[][]): Content => ({
  table: { headerRows: 1, widths, dontBreakRows: true, body: [header.map(text => ({ text, style: 'th' })), ...rows] },
  layout: {
    hLineWidth: (i: number) => (i === 1 ? 1.2 : i === 0 ? 0 : 0.5),
    vLineWidth: () => 0,
    hLineColor: (i: number) => (i === 1 ? ink : rule),
    paddingLeft: () => 0,
    paddingRight: () => 8,
    paddingTop: () => 3,
    paddingBottom: () => 3,
  },
})

/** Two photos beside each other, each with its words; one the server does not have is named all the same. */
function photoPairs(record: JobRecord, photos: ReadonlyMap<string, Uint8Array>, recordDate: (iso: string) => string): Content[] {
  if (record.photos.length === 0) return []
  const one = ({ photo, caption, by, at }: JobRecord['photos'][number]): Column => {
    const picture = photos.get(photo)
    const words: Content = {
      text: `${caption ?? 'Photo'} (${by}, ${recordDate(at)})${picture ? '' : ': the picture is not on the server'}`,
      fontSize: 9,
      margin: [0, 2, 0, 6],
    }
    return {
      stack: picture ? [{ image: `data:image/jpeg;base64,${Buffer.from(picture).toString('base64')}`, fit: [245, 185] }, words] : [words],
      unbreakable: true,
      width: '50%',
    }
  }
  return [
    heading('Photos'),
    ...Array.from({ length: Math.ceil(record.photos.length / 2) }, (_, i): Content => ({
      columns: record.photos.slice(2 * i, 2 * i + 2).map(one),
      columnGap: 12,
    })),
  ]
}

/** The handover record as a PDF on A4: the same content as the page, built from the same record. */
export async function writeRecordPdf(
  record: JobRecord,
  sheet: Sheet,
  { workshop, zone }: { workshop: string; zone: string },
  photos: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<Buffer> {
  const recordDate = (iso: string) => momentWords(iso, zone)
  const isDone = record.ended?.read !== undefined
  const mL = (value: number) => formatQuantity('volume', millilitres(value), 'mL')
  const content: Content[] = [
    {
      columns: [
        { text: workshop, bold: true },
        { text: `Job ${record.number}`, alignment: 'right', bold: true },
      ],
    },
    { text: record.sheet.title, style: 'title' },
    {
      text: [
        `${record.vehicle.label}, plate ${record.vehicle.plate}, for ${record.customer}`,
        record.complaint ? `\nReported: ${record.complaint}` : '',
      ],
    },
    {
      text: record.ended
        ? `${endingWords[record.ended.ending].title}. ${endedWords(record.ended, recordDate)} ${record.ended.why} (${record.ended.by}, ${recordDate(record.ended.at)})`
        : record.signedOff
          ? `Signed off by ${record.signedOff.by}, ${recordDate(record.signedOff.at)}`
          : 'Not signed off: this is not a finished record.',
      margin: [0, 4, 0, 0],
      bold: true,
      ...(record.ended && { fontSize: 14 }),
    },
    ...(record.missing.length > 0
      ? [
          heading(isDone ? 'Still to be read' : record.ended ? 'Still due, by whoever finishes it' : 'Still missing'),
          { ul: record.missing.map(item => dueWords(item, sheet)) } as Content,
        ]
      : []),
    heading(record.ended && !isDone ? 'Lines that were wanted' : 'Lines replaced'),
    {
      ul: record.lines.map(line =>
        [
          line.name,
          !(line.inAt && line.which !== 'old') && 'not replaced',
          line.mark && `marked ${line.mark}`,
          line.part && `part ${line.part}`,
          line.differs && `differs: ${line.differs}`,
        ]
          .filter(Boolean)
          .join(', '),
      ),
    },
    ...(turnsWords(record).length > 0 ? [{ ul: turnsWords(record), margin: [0, 4, 0, 0] } as Content] : []),
    ...(record.leftAlone.length > 0
      ? [{ text: `Left alone: ${list(record.leftAlone.map(line => line.name))}.`, margin: [0, 4, 0, 0] } as Content]
      : []),
    heading('Torques'),
    table(
      ['Joint', 'Entered', 'N·m', 'lbf·ft', 'Window', 'How'],
      ['*', 'auto', 'auto', 'auto', 'auto', 'auto'],
      record.torques.map(torque => [
        torque.name,
        torque.entered ? formatEntered('torque', torque.entered) : '',
        torque.newtonMetres === undefined ? 'not measured' : formatQuantity('torque', torque.newtonMetres, 'N.m'),
        torque.newtonMetres === undefined ? '' : formatQuantity('torque', torque.newtonMetres, 'lbf.ft'),
        torque.window ? formatRange('torque', torque.window.low, torque.window.high, 'N.m') : 'none stated',
        (torque.instrument ? instrumentWords[torque.instrument] : howWords[torque.how]) +
          (torque.reason ? `; accepted: ${torque.reason}` : ''),
      ]),
    ),
    heading('Joints and proofs'),
    table(
      ['Joint', 'Renewed', 'Proved', 'Leak check'],
      ['*', '*', '*', 'auto'],
      record.joints.map(joint => [
        joint.name,
        list(joint.seals.map(seal => `${seal.count} × ${seal.name}`)),
        list(joint.proofs.map(proof => proofWords[proof].short)),
        lookWords(joint),
      ]),
    ),
    heading(`Fluid${record.sheet.fluid ? `: ${record.sheet.fluid}` : ''}`),
    table(
      ['', 'Entered', 'mL', 'How', 'When', 'Who'],
      [60, 'auto', 'auto', 'auto', '*', 'auto'],
      record.fluids.map(fluid => [
        [{ caught: 'out', extracted: 'out', added: 'in' }[fluid.kind], fluid.circuit, fluid.drained && 'drained, clean']
          .filter(Boolean)
          .join(', '),
        formatEntered('volume', fluid.entered),
        mL(fluid.millilitres),
        fluidHowWords(fluid),
        recordDate(fluid.at),
        fluid.by,
      ]),
    ),
    {
      text: `Out ${record.balance.out === undefined ? 'not measured' : mL(record.balance.out)}, in ${mL(record.balance.in)}.`,
      margin: [0, 4, 0, 0],
    },
    ...record.levels.map((level): Content => ({
      text: `${level.name}: ${readingWords[level.reading]}${level.entered ? ` at ${formatEntered('temperature', level.entered)}` : ''}, engine ${level.engine} (${level.by}, ${recordDate(level.at)}).`,
    })),
    ...record.rounds.map((round): Content => ({ text: `${roundWords(round)} (${round.by}, ${recordDate(round.at)}).` })),
    ...record.clearances.map((clear): Content => ({ text: `${clear.name}: clear all along (${clear.by}, ${recordDate(clear.at)}).` })),
    ...record.tests.map((test): Content => ({ text: `${testWords(test, sheet)} (${test.by}, ${recordDate(test.at)}).` })),
    ...(record.roadTest
      ? [
          {
            text: `Road test: ${record.roadTest.result === 'good' ? 'good' : 'not good'}${record.roadTest.note ? `, ${record.roadTest.note}` : ''}.`,
          } as Content,
        ]
      : []),
    ...(record.skipped.length > 0
      ? [
          heading('Left out, with reason'),
          { ul: record.skipped.map(({ step, reason, by }) => `${stepWords(step, sheet).title}: ${reason} (${by})`) } as Content,
        ]
      : []),
    ...(record.notes.length > 0 ? [heading('Notes'), { ul: record.notes.map(note => `${note.text} (${note.by})`) } as Content] : []),
    ...(record.neighbours.length > 0
      ? [heading('Beside the lines'), { ul: record.neighbours.map(item => `${item.name}: ${choiceWords(item)}`) } as Content]
      : []),
    ...photoPairs(record, photos, recordDate),
    heading('Look at next'),
    { ul: [...record.lookNext] },
    heading('Please note'),
    { ul: record.cautions.map(caution => `${cautionWords[caution.kind]}: ${caution.text}`) },
  ]
  const document: TDocumentDefinitions = {
    pageSize: 'A4',
    pageMargins: [42, 42, 42, 48],
    info: { title: `Job ${record.number}: ${record.sheet.title}`, author: workshop },
    defaultStyle: { font: 'Body', fontSize: 10, color: ink, lineHeight: 1.15 },
    styles: {
      title: { fontSize: 20, bold: true, margin: [0, 6, 0, 2] },
      heading: { fontSize: 12, bold: true, margin: [0, 12, 0, 4] },
      th: { fontSize: 9, color: soft },
    },
    content,
    // A heading never stands alone at the foot of a page.
    pageBreakBefore: (node, { getFollowingNodesOnPage }) => node.headlineLevel === 1 && getFollowingNodesOnPage().length === 0,
    footer: (page, pages) => ({
      text: `Job ${record.number} · sheet ${record.sheet.id}, revision ${record.sheet.revision} · times of ${zone} · page ${page} of ${pages}`,
      fontSize: 8,
      color: soft,
      margin: [42, 12, 42, 0],
    }),
  }
  return writePdf(document)
}
