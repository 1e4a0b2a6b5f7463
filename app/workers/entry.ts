import { tasks, type TaskName } from './tasks'

export type Asked = { n: number; name: TaskName; input: unknown }
export type Answered = { n: number; value: unknown } | { n: number; error: { name: string; message: string; code?: string } }

addEventListener('message', ({ data: { n, name, input } }: MessageEvent<Asked>) => {
  try {
    postMessage({ n, value: tasks[name](input as never) } satisfies Answered)
  } catch (thrown) {
    const { name: kind, message, code } = thrown as Error & { code?: string }
    postMessage({ n, error: { name: kind, message, code } } satisfies Answered)
  }
})
