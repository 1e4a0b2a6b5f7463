import type { LateReader, Reader } from './api'

// What the server's answers are read with, fetched when they are first wanted (`app/readers`): building a schema of a thousand parts is a
// task of its own, while the server is being asked, and no part of reading a page's script.

const ground = () => import('~/readers/ground')
const start = async () => {
  await ground()
  return import('~/readers/start')
}
const sheet = async () => {
  await ground()
  return import('~/readers/sheet')
}
/** A job has its sheet in it: that one's schema first, which is a task for itself. */
const job = async () => {
  await sheet()
  return import('~/readers/job')
}
const late = <M, T>(parts: () => Promise<M>, pick: (parts: M) => Reader<T>): LateReader<T> => ({ later: async () => pick(await parts()) })

export const startAnswers = {
  health: late(start, ({ readHealth }) => readHealth),
  judgement: late(start, ({ readJudgement }) => readJudgement),
  lift: late(start, ({ readLift }) => readLift),
  session: late(start, ({ readSession }) => readSession),
  shelf: late(start, ({ readShelf }) => readShelf),
  zone: late(start, ({ readZone }) => readZone),
  signIn: late(start, ({ readSignIn }) => readSignIn),
}
export const jobAnswers = {
  job: late(job, ({ jobAnswers }) => jobAnswers.job),
  jobRow: late(job, ({ jobAnswers }) => jobAnswers.jobRow),
  jobs: late(job, ({ jobAnswers }) => jobAnswers.jobs),
  event: late(job, ({ readEvent }) => readEvent),
}
export const sheetAnswers = {
  sheet: late(sheet, ({ sheetAnswers }) => sheetAnswers.sheet),
  family: late(sheet, ({ sheetAnswers }) => sheetAnswers.family),
  families: late(sheet, ({ sheetAnswers }) => sheetAnswers.families),
}
