import { download } from '../ui/download.ts'
/** Points across of a plan saved as a picture: A4 across at 300 to the inch. */
const PNG_WIDTH = 3508
/** A4 across, in millimetres, with a margin. */
const PAPER = { width: 297, height: 210, margin: 12 }

export const PLAN_FORMATS = ['svg', 'png', 'pdf'] as const
export type PlanFormat = (typeof PLAN_FORMATS)[number]

/**
 * A drawing as it is put on paper: what only the screen needs is left out, and every colour of the theme is written
 * as what it is under the open sky, black on white.
 */
export function onPaper(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  for (const part of copy.querySelectorAll('[data-off-paper]')) part.remove()
  copy.removeAttribute('class')
  copy.removeAttribute('tabindex')
  const { width, height } = svg.viewBox.baseVal
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  const sun = document.createElement('div')
  sun.className = 'sun'
  document.body.append(sun)
  const values = getComputedStyle(sun)
  const text = new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[\w-]+)\)/g, (whole, name: string) => values.getPropertyValue(name).trim() || whole)
  sun.remove()
  return text
}

/** Saves a drawing as SVG, as PNG on white, or as a sheet of A4. */
export async function savePlan(svg: SVGSVGElement, name: string, format: PlanFormat): Promise<void> {
  const text = onPaper(svg)
  const file = `${name.replace(/[\\/:*?"<>|\s]+/g, '-')}-plan.${format}`
  if (format === 'svg') return download(new Blob([text], { type: 'image/svg+xml' }), file)
  const canvas = await drawn(text, svg.viewBox.baseVal)
  if (format === 'png') return canvas.toBlob((blob) => blob && download(blob, file), 'image/png')
  const { jsPDF } = await import('jspdf')
  const page = new jsPDF({ orientation: 'landscape', unit: 'mm', format: 'a4' })
  const [wide, high] = [PAPER.width - 2 * PAPER.margin, PAPER.height - 2 * PAPER.margin]
  const k = Math.min(wide / canvas.width, high / canvas.height)
  page.setProperties({ title: name })
  page.addImage(canvas, 'PNG', PAPER.margin, PAPER.margin, canvas.width * k, canvas.height * k)
  download(page.output('blob'), file)
}

/** The drawing in points, on white. @error an Error when the browser cannot read it */
function drawn(text: string, { width, height }: { width: number; height: number }): Promise<HTMLCanvasElement> {
  return new Promise((resolve, reject) => {
    const image = new Image()
    image.onerror = () => reject(new Error('The plan could not be drawn'))
    image.onload = () => {
      const canvas = document.createElement('canvas')
      canvas.width = PNG_WIDTH
      canvas.height = Math.round((PNG_WIDTH * height) / width)
      const context = canvas.getContext('2d')!
      context.fillStyle = 'white'
      context.fillRect(0, 0, canvas.width, canvas.height)
      context.drawImage(image, 0, 0, canvas.width, canvas.height)
      resolve(canvas)
    }
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`
  })
}
