import fs from 'node:fs'
import path from 'node:path'
import { describe, expect, test } from 'vitest'
import { root } from './prepare.mjs'

const pages = [
  'README.md',
  ...fs.readdirSync(path.join(root, 'docs'), { recursive: true }).map((f) => `docs/${f}`),
].filter((file) => file.endsWith('.md'))

/** Links of a page that lead into the repository, without what stands after a #. */
const linksOf = (page) =>
  [...fs.readFileSync(path.join(root, page), 'utf8').matchAll(/\]\(([^)\s]+)\)/g)]
    .map(([, link]) => link)
    .filter((link) => !/^[a-z]+:|^#/.test(link))
    .map((link) => link.split('#')[0])

describe.each(pages)('%s', (page) => {
  test('leads to what is there', () =>
    expect(linksOf(page).filter((link) => !fs.existsSync(path.resolve(root, path.dirname(page), link)))).toEqual([]))
})

test('a newcomer is led from the README through the walk of an edit to the code of each step', () => {
  expect(linksOf('README.md')).toContain('docs/walk-of-an-edit.md')
  expect(linksOf('docs/walk-of-an-edit.md').filter((link) => /\.tsx?$/.test(link)).length).toBeGreaterThan(6)
})

test('every picture is of a view that the README shows, and there are few', () => {
  const pictures = fs.readdirSync(path.join(root, 'docs/screenshots')).map((file) => `docs/screenshots/${file}`)
  expect(pictures.filter((file) => !linksOf('README.md').includes(file))).toEqual([])
  expect(pictures.length).toBeLessThan(20)
})
