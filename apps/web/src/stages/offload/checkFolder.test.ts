import { createHash } from 'node:crypto'
import { expect, test } from 'vitest'
import { hashListText, sealText } from '@kavrell/core/checksums'
import { checkDropped, type Digester, type DroppedFile, filesDropped } from './checkFolder.ts'

const md5 = (text: string) => createHash('md5').update(text).digest('hex')
const digester: Digester = {
  lanes: 3,
  ofText: async (text) => md5(text),
  async ofFile(_lane, file, _name, onBytes) {
    const text = await file.text()
    onBytes(file.size)
    if (text === 'unreadable') throw new Error('the drive went away')
    return md5(text)
  },
}
const file = (path: string, text: string): DroppedFile => ({ path, file: new File([text], path.split('/').at(-1)!) })
function copy(folder: string, files: Readonly<Record<string, string>>): DroppedFile[] {
  const lines = Object.entries(files).map(([path, text]) => ({ path, digest: md5(text) }))
  const list = hashListText(lines)
  return [
    ...Object.entries(files).map(([path, text]) => file(`${folder}/${path}`, text)),
    file(`${folder}/checksums.md5`, list),
    file(`${folder}/checksums.md5.seal`, sealText({ files: lines.length, bytes: 1, digest: md5(list) }, 'md5')),
  ]
}

test('a whole drive is dropped: each copy on it is answered for by itself, and all of its bytes are told', async () => {
  const told: number[] = []
  const files = [...copy('S1/A1', { 'CLIPS/a.mov': 'aa', 'b.mov': 'bb' }), ...copy('S1/B1', { 'c.mov': 'cc' })]
  const answers = await checkDropped(files, digester, (done) => told.push(done))
  expect(answers).toMatchObject([
    { folder: 'S1/A1', same: true, whole: true, files: 2, bytes: 4 },
    { folder: 'S1/B1', same: true, whole: true, files: 1, bytes: 2 },
  ])
  expect(told.at(-1)).toBe(6)
})

test('one file that changed, went, or cannot be read is named, and the others are read all the same', async () => {
  const [a, b, c, ...lists] = copy('A1', { a: 'aa', b: 'bb', c: 'cc' })
  const bad = [file('A1/a', 'xx'), file('A1/c', 'unreadable'), ...lists]
  expect([a, b, c].every(Boolean)).toBe(true)
  const [answer] = await checkDropped(bad, digester, () => undefined)
  expect(answer).toMatchObject({ same: false, files: 1 })
  expect(answer!.problems).toEqual([
    'a: differs from what was copied.',
    'b: is not there.',
    'c: could not be read (the drive went away).',
  ])
})

test('folders are gone through to their ends, whatever files are called', async () => {
  const leaf = (name: string) => ({ isFile: true, name, file: (done: (file: File) => void) => done(new File(['x'], name)) }) // prettier-ignore
  const folder = (name: string, children: readonly object[]) => ({
    isFile: false,
    name,
    createReader() {
      // Two at a time, as a browser gives a hundred.
      const left = [...children]
      return { readEntries: (done: (some: object[]) => void) => done(left.splice(0, 2)) }
    },
  })
  const dropped = folder('A1', [leaf('.DS_Store'), leaf('a.mov'), folder('CLIPS', [leaf('b.mov')]), folder('empty', [])]) // prettier-ignore
  const found = await filesDropped([dropped as unknown as FileSystemEntry])
  expect(found.map(({ path }) => path)).toEqual(['A1/.DS_Store', 'A1/a.mov', 'A1/CLIPS/b.mov'])
})
