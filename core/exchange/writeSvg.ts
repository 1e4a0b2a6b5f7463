import type { TemplatePage } from '../making/templatePages'

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
const n = (value: number): string => String(Math.round(value * 1000) / 1000)

/** A page as SVG 1.1, its size in millimetres, one user unit a millimetre: printed at 100 % it is true. */
export function writeSvg({ title, width, height, marks }: TemplatePage): string {
  const drawn = marks.map(mark =>
    mark.kind === 'line'
      ? `<polyline points="${mark.points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')}" fill="none" stroke="#000" stroke-width="${n(mark.width)}"/>`
      : `<text x="${n(mark.at[0])}" y="${n(mark.at[1])}" font-size="${n(mark.size)}" font-family="sans-serif">${escaped(mark.text)}</text>`,
  )
  const size = `width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}"`
  return `<svg xmlns="http://www.w3.org/2000/svg" ${size}><title>${escaped(title)}</title><rect width="100%" height="100%" fill="#fff"/>${drawn.join('')}</svg>\n`
}
