import type { Page } from '@playwright/test'

/** A photo as a camera might make it: blank, of this size. */
export async function drawnJpeg(page: Page, width: number, height: number): Promise<Buffer> {
  return Buffer.from(
    await page.evaluate(
      ([w, h]) => {
        const drawn = document.createElement('canvas')
        drawn.width = w!
        drawn.height = h!
        return drawn.toDataURL('image/jpeg').split(',')[1]!
      },
      [width, height],
    ),
    'base64',
  )
}
