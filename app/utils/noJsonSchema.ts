// Stands for Zod's writer of JSON Schema in the page (nuxt.config.ts).
const none = () => () => {
  throw new Error('no JSON Schema is written in the page')
}
export const createToJSONSchemaMethod = none
export const createStandardJSONSchemaMethod = none
export const toJSONSchema = none()
export const [allProcessors, processSchema, initializeContext, extractDefs, finalize] = Array.from({ length: 5 }, none)
