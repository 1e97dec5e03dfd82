/** Gives somebody a file that the page has made. */
export function download(content: Blob | string, name: string, type = 'text/plain;charset=utf-8'): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content instanceof Blob ? content : new Blob([content], { type }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
