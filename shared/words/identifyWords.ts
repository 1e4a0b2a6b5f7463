import type { IdentifyIssue } from '../../core/identify/identifyLayouts'

export const identifyWords = (issue: IdentifyIssue): string =>
  `The ${issue.sheets} sheets that may fit have too many layouts together to say which look tells most. Give year and engine, or open one of the sheets.`
