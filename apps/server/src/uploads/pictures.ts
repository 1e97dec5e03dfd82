import { createHash } from 'node:crypto'
import { mkdir, open, readFile, rename } from 'node:fs/promises'
import path from 'node:path'
import type { Transaction } from 'sequelize'
import sharp, { type Metadata, type Sharp } from 'sharp'
import { pictureFile } from './pictureFile.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Upload } from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'

/** A request may bring so many bytes. */
export const MOST_BYTES = 40_000_000
/** More points than this are not decoded: a small file can claim to be huge. */
const MOST_POINTS = 200_000_000
const LONGEST_SIDE_PX = 2560
const SMALL_SIDE_PX = 480
const READ_FORMATS: readonly string[] = ['jpeg', 'png', 'webp', 'gif', 'heif', 'tiff']

export interface NotAPicture {
  readonly says: string
}

/** A picture as it is handed on: made by us, whatever came in. */
interface Made {
  readonly whole: Buffer
  readonly small: Buffer
  readonly widthPx: number
  readonly heightPx: number
}

export interface Pictures {
  /** Keeps a picture, anew encoded, under the hash of what is kept; the same picture twice is kept once. */
  readonly keep: (productionId: string, author: string, bytes: Buffer) => Promise<Outcome<Upload, NotAPicture>>
  /** The bytes of one that belongs to the production; null for any other. */
  readonly read: (productionId: string, fileId: string, small: boolean) => Promise<Buffer | null>
  readonly list: (productionId: string, transaction?: Transaction) => Promise<Upload[]>
  /** Takes over a picture of an imported production. It must be what its name says. */
  readonly adopt: (productionId: string, author: string, upload: Upload, bytes: Buffer) => Promise<boolean>
}

/**
 * Pictures of productions, in a folder of their own. Nothing of a name that a person gave becomes part of a path:
 * files are called by their production's id and their own hash, and only those that the database lists are read.
 */
export function openPictures({ upload: uploads }: ServerModels, folder: string): Pictures {
  const fileOf = (productionId: string, fileId: string, small: boolean) =>
    pictureFile(folder, productionId, fileId, small)

  const write = async (productionId: string, fileId: string, made: Pick<Made, 'whole' | 'small'>) => {
    await mkdir(path.join(folder, productionId), { recursive: true })
    for (const [bytes, small] of [
      [made.small, true],
      [made.whole, false],
    ] as const) {
      const file = fileOf(productionId, fileId, small)
      const part = `${file}.${process.pid}.part`
      const handle = await open(part, 'w')
      try {
        await handle.writeFile(bytes)
        await handle.sync()
      } finally {
        await handle.close()
      }
      await rename(part, file)
    }
  }
  const enter = (productionId: string, author: string, upload: Upload) =>
    uploads.bulkCreate([{ productionId, uploadedBy: author, type: 'image/jpeg', ...upload }], {
      // The same picture twice is one.
      ignoreDuplicates: true,
    })
  const list = async (productionId: string, transaction?: Transaction): Promise<Upload[]> => {
    const rows = await uploads.findAll({ where: { productionId }, order: ['fileId'], transaction })
    return rows.map((row) => {
      const { fileId, bytes, widthPx, heightPx } = row.get()
      return { fileId, bytes, widthPx, heightPx }
    })
  }
  return {
    list,
    async keep(productionId, author, bytes) {
      const made = await encodeAnew(bytes)
      if (!made.ok) return made
      const { whole, widthPx, heightPx } = made.value
      const upload = { fileId: hashOf(whole), bytes: whole.length, widthPx, heightPx }
      // On the disk before it is listed: what is listed can be read.
      await write(productionId, upload.fileId, made.value)
      await enter(productionId, author, upload)
      return ok(upload)
    },
    async read(productionId, fileId, small) {
      const known = await uploads.count({ where: { productionId, fileId } })
      return known > 0 ? readFile(fileOf(productionId, fileId, small)) : null
    },
    async adopt(productionId, author, upload, bytes) {
      if (hashOf(bytes) !== upload.fileId) return false
      const read = await metadataOf(bytes)
      if (!read.ok || read.value.format !== 'jpeg') return false
      const small = await smaller(sharp(bytes))
      await write(productionId, upload.fileId, { whole: bytes, small })
      await enter(productionId, author, { ...upload, bytes: bytes.length })
      return true
    },
  }
}

const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

const smaller = (image: Sharp) =>
  image
    .resize({ width: SMALL_SIDE_PX, height: SMALL_SIDE_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 78 })
    .toBuffer()

/** What the content says it is, whatever the name or the sender said. */
async function metadataOf(bytes: Buffer): Promise<Outcome<Metadata, NotAPicture>> {
  let metadata: Metadata
  try {
    metadata = await sharp(bytes, { limitInputPixels: false }).metadata()
  } catch {
    return fail({ says: 'This file is not a picture that can be read. JPEG, PNG, WebP, GIF, AVIF and TIFF are.' })
  }
  if (!READ_FORMATS.includes(metadata.format))
    return fail({
      says: `A picture is JPEG, PNG, WebP, GIF, AVIF or TIFF; this one is ${metadata.format.toUpperCase()}.`,
    })
  const points = metadata.width * metadata.height
  if (points > MOST_POINTS)
    return fail({
      says: `This picture has ${Math.round(points / 1e6)} million points; up to ${MOST_POINTS / 1e6} million can be read. Save it smaller and bring it again.`,
    })
  return ok(metadata)
}

/** Decodes and encodes again, upright and no larger than is of use: nothing that came along with the picture is kept. */
async function encodeAnew(bytes: Buffer): Promise<Outcome<Made, NotAPicture>> {
  const read = await metadataOf(bytes)
  if (!read.ok) return read
  try {
    const { data, info } = await sharp(bytes, { limitInputPixels: MOST_POINTS })
      .rotate()
      .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 84 })
      .toBuffer({ resolveWithObject: true })
    return ok({ whole: data, small: await smaller(sharp(data)), widthPx: info.width, heightPx: info.height })
  } catch {
    return fail({ says: 'This picture is broken: it begins like one and cannot be read to its end.' })
  }
}
