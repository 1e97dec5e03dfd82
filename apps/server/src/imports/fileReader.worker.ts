import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import path from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { JSONParser } from '@streamparser/json'
import { keepable } from '../records/keepable.ts'
import { type FileAnswer, type FiledPicture, NO_PRODUCTION } from './importing.ts'
import { fail, ok } from '@kavrell/core/outcome'
import { openFileReader } from '@kavrell/contract'

const { file, folder } = workerData as { readonly file: string; readonly folder: string }

const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
/** No record, list of files, paper or picture is longer: what is, is not of a production. */
const LONGEST_VALUE_BYTES = 40e6
const says = (words: string): FileAnswer => fail([{ kind: '', id: '', field: '', says: words }])

/** Reads the file as it comes off the disk: at no time is more of it in memory than what is kept and one record. */
async function read(): Promise<FileAnswer> {
  const reader = openFileReader()
  const pictures: FiledPicture[] = []
  const waiting: Promise<void>[] = []
  const parser = new JSONParser({
    paths: [
      '$.format',
      '$.version',
      '$.exportedAt',
      '$.productionId',
      '$.records.*.*',
      '$.attachments.*',
      '$.manifests.*',
      '$.papers.*',
    ],
    keepStack: false,
  })
  let broken: string | null = null
  let bytesSinceValue = 0
  parser.onValue = ({ value, key, stack }) => {
    bytesSinceValue = 0
    const [, at, kind] = stack.map((level) => level.key)
    if (at === undefined) reader.head(String(key), value)
    else if (at === 'records') reader.record(String(kind), keepable(value))
    else if (at === 'manifests') reader.manifest(value)
    else if (at === 'papers') reader.paper(value)
    else {
      const picture = reader.attachment(value)
      if (!picture) return
      const { base64, ...upload } = picture
      const bytes = Buffer.from(base64, 'base64')
      if (hashOf(bytes) !== upload.fileId)
        return reader.fault('picture', upload.fileId, 'base64', 'The picture is not the one it is said to be.')
      const where = path.join(folder, `picture ${pictures.length}`)
      pictures.push({ ...upload, path: where })
      waiting.push(writeFile(where, bytes))
    }
  }
  parser.onError = (error) => (broken ??= error.message)
  for await (const chunk of createReadStream(file, { highWaterMark: 256 * 1024 })) {
    parser.write(chunk as Buffer)
    bytesSinceValue += (chunk as Buffer).length
    if (bytesSinceValue > LONGEST_VALUE_BYTES) return says(NO_PRODUCTION)
    await Promise.all(waiting.splice(0))
    if (broken !== null) return says(`This is no JSON document: ${String(broken).split('\n')[0]}`)
    if (reader.isHopeless()) break
  }
  if (!parser.isEnded && !reader.isHopeless()) return says('This is no JSON document: it ends in the middle.')
  const outcome = reader.end()
  return outcome.ok ? ok({ file: outcome.value, pictures }) : outcome
}

parentPort!.postMessage(await read())
