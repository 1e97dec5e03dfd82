import type { Id, RecordFields } from '../../records/index.ts'
import { freeCodes } from '../codes.ts'
import { distanceForSize, type ShotSize } from '../size.ts'
import type { Piece, Reader } from './pieces.ts'
import { cameraLetter, type LineContext, nameReader, otherShot, setupLetter } from './references.ts'
import { type Token, tokensOf } from './tokens.ts'
import { lengthOrMinutes, overShoulder, rig, VALUES } from './values.ts'

type Draft = { -readonly [N in keyof RecordFields<'shot'>]?: RecordFields<'shot'>[N] }

/** Some words of the line: where they stand, what they were taken for. */
export interface Understood {
  /** In the line, `to` behind them; both are null for what follows from several of them. */
  readonly from: number | null
  readonly to: number | null
  /** `sees` for what became the description. */
  readonly field: string
  readonly says: string
  /** They stay in what we see as well: a name in a sentence, the size of a "wide of the square". */
  readonly kept: boolean
}

export interface ShotLine {
  /** Fields of the shot, as far as the line says. */
  readonly fields: Partial<RecordFields<'shot'>>
  readonly size: ShotSize | null
  readonly understood: readonly Understood[]
  /** What stands in the way of keeping it. */
  readonly problems: readonly string[]
}

/** Words that lead to the next one: what follows them is part of a sentence. */
const LEADS = new Set(
  'the a an not too so very in on at to of with without and or must is are was be his her their my your our we they he she it i who that which this as from by up down into if'.split(
    ' ',
  ),
)
/** After "close", "full" and the like: then they are no size. */
const FOLLOWS_NO_SIZE = new Set('the a an his her their its to by enough open way time'.split(' '))
/** What may follow a number that is a lens: "85 at the window", but not "12 guests". */
const AFTER_LENS = new Set('at on in of from over through with across into past behind'.split(' '))
const JOINS = new Set(['and', '&', '+', 'with'])

/**
 * Reads a line such as `3C Corin close 85 T2.8 2.1m left N 20m pairs 3A`, in any order after the code, and says of
 * each piece what it was taken for. Only what is surely a field becomes one; all other words are what we see, in their
 * order and with their commas. Text in double quotes is always that, which is how a word is put back (`putBack`).
 *
 * With a size and a lens and no distance, the camera is put where that size comes out. Linear in the line's length.
 */
export function readShotLine(line: string, context: LineContext): ShotLine {
  const reading = new Reading(line, context)
  reading.read()
  return reading.shot()
}

/** The line with words that were understood put in quotes: they become what we see. */
export function putBack(line: string, { from, to }: Pick<Understood, 'from' | 'to'>): string {
  if (from === null || to === null) return line
  return `${line.slice(0, from)}"${line.slice(from, to).replaceAll('"', '″')}"${line.slice(to)}`
}

class Reading {
  readonly fields: Draft = {}
  readonly understood: (Understood & { readonly from: number; readonly to: number })[] = []
  readonly problems: string[] = []
  size: ShotSize | null = null
  private readonly tokens: readonly Token[]
  private readonly people: Id<'person'>[] = []
  private readonly sees: string[] = []
  private readonly taken = new Set<string>()
  private readonly readers: readonly Reader[]
  private readonly nameAt: ReturnType<typeof nameReader>
  private readonly texts: readonly string[]
  private exposureS: number | null = null
  private mentions = false
  private at = 0

  constructor(
    private readonly line: string,
    private readonly context: LineContext,
  ) {
    this.tokens = tokensOf(line)
    this.texts = this.tokens.map((token) => (token.quoted ? '' : token.text))
    this.nameAt = nameReader(context)
    this.readers = [
      otherShot(context),
      setupLetter(context),
      cameraLetter(context),
      ...VALUES,
      lengthOrMinutes(context.units, () => this.taken.has('distanceM')),
      rig(context.rigs),
    ]
  }

  read(): void {
    this.readCode()
    while (this.at < this.tokens.length) {
      const token = this.tokens[this.at]!
      if (token.quoted) this.keepWord(token.text.replaceAll('"', ''))
      else if (!this.readPeople() && !this.readPiece()) this.keepWord(this.line.slice(token.from, token.end))
    }
    const shoulder = overShoulder(this.line)
    if (shoulder && !this.understood.some((u) => u.field !== 'sees' && u.from < shoulder.to && u.to > shoulder.from)) {
      this.fields.figures = shoulder.figures
      this.understood.push({ ...shoulder, field: 'figures', says: 'somebody’s shoulder in front', kept: true })
    }
  }

  /** `3C`, or `sc 3` for the next code of a scene. */
  private readCode(): void {
    const [first = '', second = ''] = this.texts
    const { scenes, shots } = this.context
    const known = (number: string) => scenes.find((scene) => scene.number.toUpperCase() === number.toUpperCase())
    if (/^\d+[A-Za-z]{1,3}\d?$/.test(first)) {
      const code = first.toUpperCase()
      // Of scenes 3 and 3A the longer one that leaves a letter.
      const lengths = Array.from({ length: code.length - 1 }, (_, i) => code.length - 1 - i)
      const scene = lengths.flatMap((length) => known(code.slice(0, length)) ?? [])[0]
      this.fields.code = code
      if (scene) this.fields.sceneId = scene.id
      this.take(1, 'code', scene ? `shot ${code} of scene ${scene.number}` : `shot ${code}`)
      if (shots.some((shot) => shot.code.toUpperCase() === code)) this.problems.push(`There is a shot ${code} already.`)
      return
    }
    const number = /^(?:sc|scene)\.?$/i.test(first) ? second : (/^sc\.?(\d+[A-Za-z]?)$/i.exec(first)?.[1] ?? '')
    if (!/^\d/.test(number)) return
    const scene = known(number)
    if (scene) {
      const [code] = freeCodes(scene.number, shots.map((shot) => shot.code), 1, this.context.letters) // prettier-ignore
      Object.assign(this.fields, { sceneId: scene.id, code })
      this.take(first.length > 2 && /\d/.test(first) ? 1 : 2, 'code', `shot ${code}, the next of scene ${scene.number}`)
    } else {
      this.take(/\d/.test(first) ? 1 : 2, 'code', `no scene ${number}`)
      this.problems.push(`There is no scene ${number}.`)
    }
  }

  /** Takes words as a field; `kept` ones are what we see as well. */
  private take(words: number, field: string, says: string, kept = false): void {
    const [first, last] = [this.tokens[this.at]!, this.tokens[this.at + words - 1]!]
    this.understood.push({ from: first.from, to: last.to, field, says, kept })
    if (kept) this.sees.push(this.line.slice(first.from, last.end))
    this.taken.add(field)
    this.at += words
  }

  private keepWord(text: string): void {
    const { from, to } = this.tokens[this.at]!
    this.understood.push({ from, to, field: 'sees', says: 'what we see', kept: false })
    if (text) this.sees.push(text)
    this.at += 1
  }

  private pieceAt(at: number): Piece | null {
    if (at >= this.tokens.length || this.tokens[at]!.quoted) return null
    for (const reader of this.readers) {
      const piece = reader(this.tokens, at)
      if (piece && this.texts.slice(at, at + piece.words).every(Boolean)) return piece
    }
    return null
  }

  /** Whether a comma, or the line's end, stands between a word and the next. */
  private endsAt(at: number): boolean {
    const token = this.tokens[at]
    return !token || token.end > token.to || at === this.tokens.length - 1
  }
  /** The word of a sentence that stands right before or behind, or null. */
  private wordBefore(): string | null {
    const last = this.understood.at(-1)
    if (!last || (last.field !== 'sees' && !last.kept) || this.tokens[this.at - 1]!.quoted || this.endsAt(this.at - 1)) return null // prettier-ignore
    return this.texts[this.at - 1]!.toLowerCase()
  }
  private wordAfter(last: number): string | null {
    if (this.endsAt(last) || this.tokens[last + 1]!.quoted) return null
    if (this.pieceAt(last + 1) ?? this.nameAt(this.texts, last + 1)) return null
    return this.texts[last + 1]!.toLowerCase()
  }

  private isSure(piece: Piece): boolean {
    if (piece.sure === 'always') return true
    const [before, after] = [this.wordBefore(), this.wordAfter(this.at + piece.words - 1)]
    if (piece.sure === 'unled')
      return !(before !== null && LEADS.has(before)) && !(after !== null && FOLLOWS_NO_SIZE.has(after)) && !(piece.says === 'full' && after === 'of') // prettier-ignore
    if (piece.field === 'focalLengthMm' && after === null && !this.endsAt(this.at)) return !LEADS.has(before ?? '')
    if (piece.field === 'focalLengthMm' && before === null && AFTER_LENS.has(after ?? '')) return true
    return before === null && after === null
  }

  private readPiece(): boolean {
    const piece = this.pieceAt(this.at)
    if (!piece || this.taken.has(piece.field) || !this.isSure(piece)) return false
    const after = this.texts[this.at + piece.words]
    const isOf = piece.size !== undefined && /^(?:of|on)$/i.test(after ?? '') && !this.endsAt(this.at + piece.words - 1)
    const ofSomebody = isOf && this.nameAt(this.texts, this.at + piece.words + 1) !== null
    Object.assign(this.fields, piece.values)
    if (piece.size) this.size = piece.size
    if (piece.exposureS !== undefined) this.exposureS = piece.exposureS
    if (piece.problem !== undefined) this.problems.push(piece.problem)
    // "close of Corin" takes its "of"; "wide of the square" is a sentence.
    this.take(piece.words + (ofSomebody ? 1 : 0), piece.field, piece.says, isOf && !ofSomebody)
    return true
  }

  /**
   * Names, also several joined by "and". They are in front of the lens where they begin a sentence or stand between
   * fields; a name later in a sentence is somebody spoken of.
   */
  private readPeople(): boolean {
    const first = this.nameAt(this.texts, this.at)
    if (!first) return false
    const before = this.wordBefore()
    const found = [first]
    let words = first.words
    for (;;) {
      const last = this.at + words - 1
      const isJoined = JOINS.has(this.texts[last + 1]?.toLowerCase() ?? '')
      const next = this.nameAt(this.texts, last + (isJoined ? 2 : 1))
      if (!next || (!isJoined && !this.endsAt(last))) break
      found.push(next)
      words += (isJoined ? 1 : 0) + next.words
    }
    const fresh = found.filter(({ person }) => !this.people.includes(person.id))
    this.mentions = true
    // Whose shoulder it is over is in front of the lens as well.
    const isShoulder = before === 'of' && /(?:shoulder|^ots)$/i.test(this.texts[this.at - 2] ?? '')
    if ((before !== null && !isShoulder) || fresh.length === 0) {
      const { from, end } = this.tokens[this.at]!
      this.keepWord(this.line.slice(from, end))
      return true
    }
    const isSentence = isShoulder || this.wordAfter(this.at + words - 1) !== null
    this.people.push(...new Set(fresh.map(({ person }) => person.id)))
    this.take(words, 'personIds', found.map(({ person }) => person.name).join(' and '), isSentence)
    return true
  }

  shot(): ShotLine {
    const { fields, people, size, problems } = this
    if (people.length > 0) fields.personIds = people
    const sees = this.sees.join(' ').replace(/\s+([,.;:])/g, '$1').trim() // prettier-ignore
    const names = people.map((id) => this.context.people.find((p) => p.id === id)!.name.split(/\s+/)[0]!)
    fields.sees = sees || [names.join(' and '), size].filter(Boolean).join(', ')
    if (!this.mentions && fields.figure === undefined && size === null && sees) fields.figure = 'none'
    this.setShutter()
    const placed = this.placeCamera()
    if (fields.code === undefined && problems.length === 0) problems.push('Begin with the shot’s code, such as 3C.')
    const understood: Understood[] = [...this.understood].sort((a, b) => a.from - b.from)
    return { fields, size, understood: placed ? [...understood, placed] : understood, problems }
  }

  /** A time of exposure as the angle that the camera is set to. */
  private setShutter(): void {
    const { fields, exposureS } = this
    if (exposureS === null) return
    const fps = fields.fpsNum === undefined ? this.context.fps : fields.fpsNum / (fields.fpsDen ?? 1)
    const degrees = Math.round(360 * exposureS * fps * 100) / 100
    if (degrees <= 360) fields.shutterDeg = degrees
    else
      this.problems.push(
        `1/${Math.round(1 / exposureS)} s is longer than a frame at ${Math.round(fps * 1000) / 1000} fps.`,
      )
  }

  private placeCamera(): Understood | null {
    const { fields, size } = this
    if (size === null || fields.distanceM !== undefined) return null
    const lens = fields.focalLengthMm ?? 35
    const taking = this.context.cameras.find((c) => c.id === fields.cameraId)?.taking ?? this.context.taking
    const distanceM = distanceForSize(taking, lens, size, fields.figure === 'seated' ? 'seated' : 'standing')
    if (distanceM === null) return null
    fields.distanceM = distanceM
    const says = `${distanceM.toFixed(2)} m away, for ${size} on the ${lens}`
    return { from: null, to: null, field: 'distanceM', says, kept: false }
  }
}
