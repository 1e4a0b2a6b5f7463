import { z } from 'zod'
import { goalKinds } from '../../core/plan/goals/goalKinds'
import { taskKinds } from '../../core/plan/tasks/taskKinds'

const isShort = (key: string) => key.length <= 160

/** The names by which ways and tasks are kept: see goalKey and taskKey in core/plan. */
export const goalKeySchema = z.templateLiteral([z.enum(goalKinds), ':', z.string()]).refine(isShort)
export const taskKeySchema = z.union([z.enum(taskKinds), z.templateLiteral([z.enum(taskKinds), ':', z.string()])]).refine(isShort)
