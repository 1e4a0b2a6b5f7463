import { z } from 'zod'

// What the server answers when it has something for good. A device lets nothing go before it has read the one for just that.

/** `sha256`: of the bytes as they were sent, in hex; what is kept was drawn from them anew. */
export const photoReceiptSchema = z.object({
  id: z.string().min(1).max(64),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  width: z.number(),
  height: z.number(),
})
export type PhotoReceipt = z.infer<typeof photoReceiptSchema>
