import { carCommands } from './carCommands'
import { fluidCommands } from './fluidCommands'
import { jobCommands } from './jobCommands'
import { jointCommands } from './jointCommands'
import { lineCommands } from './lineCommands'
import { makingCommands } from './makingCommands'
import { operationCommands } from './operationCommands'
import { planCommands } from './planCommands'
import type { CommandRule, CommandRules, CommandType } from './commandRule'

/**
 * What core knows of each command, a row each, in the file of what it is about. The compiler asks for the row of a new one here; its words
 * stand in shared/words/eventWords.ts, its shape in shared/schemas/job.ts.
 */
export const commandRules: CommandRules = {
  ...planCommands,
  ...carCommands,
  ...operationCommands,
  ...jointCommands,
  ...lineCommands,
  ...makingCommands,
  ...fluidCommands,
  ...jobCommands,
}

/** The row of one command. */
export const ruleOf = <T extends CommandType>(type: T): CommandRule<T> => commandRules[type]
