/** Points across of a plan saved as a picture. */
const PNG_WIDTH = 2000

/** Saves a drawing as it is seen, as SVG or as PNG on white. */
export function savePicture(svg: SVGSVGElement, name: string, type: 'svg' | 'png'): void {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const { width, height } = svg.viewBox.baseVal
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  const text = new XMLSerializer().serializeToString(copy)
  const file = `${name.replace(/[^A-Za-z0-9]+/g, '-')}-plan.${type}`
  if (type === 'svg') {
    download(new Blob([text], { type: 'image/svg+xml' }), file)
    return
  }
  const image = new Image()
  image.onload = () => {
    const canvas = document.createElement('canvas')
    canvas.width = PNG_WIDTH
    canvas.height = Math.round((PNG_WIDTH * height) / width)
    const context = canvas.getContext('2d')!
    context.fillStyle = 'white'
    context.fillRect(0, 0, canvas.width, canvas.height)
    context.drawImage(image, 0, 0, canvas.width, canvas.height)
    canvas.toBlob((blob) => blob && download(blob, file), 'image/png')
  }
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`
}

function download(blob: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
