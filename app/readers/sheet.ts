// What a sheet is read with.
export { sheetAnswers } from '#shared/answers/sheets'
