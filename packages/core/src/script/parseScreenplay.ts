export type InOut = '' | 'inside' | 'outside' | 'both'

/** One line of a scene as it counts: how it is set, and its text. */
export interface ScriptLine {
  readonly type: 'action' | 'character' | 'parenthetical' | 'dialogue' | 'transition'
  readonly text: string
}

export interface ScriptScene {
  /** As the script has it, else counted from 1. */
  readonly number: string
  readonly heading: string
  readonly inOut: InOut
  readonly place: string
  readonly timeOfDay: string
  /** Who speaks or is named in capitals as a speaker, in order of appearance. */
  readonly characters: readonly string[]
  readonly lines: readonly ScriptLine[]
  /** Length on the page in eighths, at least 1. */
  readonly eighths: number
  /** A page a minute. */
  readonly estimatedS: number
  /** Line of the file that the heading stands in, from 1. */
  readonly fromLine: number
}

/** Something that was read in a way its writer may not have meant. */
export interface ScriptRemark {
  readonly line: number
  readonly says: string
}

export interface Screenplay {
  readonly title: string
  readonly scenes: readonly ScriptScene[]
  readonly remarks: readonly ScriptRemark[]
}

const HEADING =
  /^(?:(\d+[A-Z]{0,2})[.)]?\s+)?(INT\.?\s*\/\s*EXT|EXT\.?\s*\/\s*INT|I\s*\/\s*E|INT|EXT|EST)(?:\.\s*|\s+)(.*)$/i
const TIMES =
  /^(DAY|NIGHT|DAWN|DUSK|MORNING|EVENING|AFTERNOON|NOON|SUNRISE|SUNSET|LATER|CONTINUOUS|SAME|MOMENTS LATER|GOLDEN HOUR)\b/i
const TITLE_LINE = /^(title|credit|author|authors|source|draft date|draft|date|contact|copyright|notes?)\s*:\s*(.*)$/i

/** Characters a line holds when it is set as a page is usually set, 60 wide. */
const WIDTH: Record<ScriptLine['type'], number> = {
  action: 60,
  character: 38,
  parenthetical: 25,
  dialogue: 35,
  transition: 60,
}
/** Lines on a page set in 12 point, six to the inch. */
const LINES_ON_A_PAGE = 54
const SECONDS_OF_A_PAGE = 60

/**
 * Reads a screenplay written as plain text: scene headings (INT. PLACE - DAY; a leading full stop forces one),
 * speakers in capitals over their lines, parentheses, transitions (capitals that end in TO:, or after >), notes in
 * double brackets and between slash-star, lines that begin with # or = left out. A scene's number is taken from
 * before its heading or from between # signs after it, else counted.
 *
 * Nothing is refused: what looks like a heading and is none stays action and is remarked on, with its line.
 * @param text with any line ends; a byte-order mark is passed over
 */
export function parseScreenplay(text: string): Screenplay {
  const remarks: ScriptRemark[] = []
  const raw = withoutEmptiness(withoutNotes(text.replace(/^\uFEFF/, ''))).split(/\r\n|\r|\n/)
  const { title, next } = readTitle(raw)
  const scenes: Draft[] = []
  let before: Draft | null = null
  let speaking = false
  for (let i = next; i < raw.length; i++) {
    const line = raw[i]!.trim()
    const blankBefore = i === next || raw[i - 1]!.trim() === ''
    const blankAfter = (raw[i + 1] ?? '').trim() === ''
    if (line === '') {
      speaking = false
      continue
    }
    if (/^(#|={3,}|=\s)/.test(line)) continue
    const heading = readHeading(line, blankBefore)
    if (heading) {
      if (heading.place === '')
        remarks.push({ line: i + 1, says: `This heading names no place: “${line}”. It is kept as a scene.` })
      else if (heading.timeOfDay === '')
        remarks.push({ line: i + 1, says: `This heading says no time of day: “${line}”.` })
      before = { ...heading, lines: [], fromLine: i + 1 }
      scenes.push(before)
      speaking = false
      continue
    }
    if (blankBefore && looksLikeHeading(line))
      remarks.push({
        line: i + 1,
        says: `“${line}” looks like a scene heading but does not begin with INT. or EXT. It was read as action; put a full stop before it to make it a scene.`,
      })
    const type = typeOf(line, blankBefore, blankAfter, speaking)
    speaking = type === 'character' || ((type === 'dialogue' || type === 'parenthetical') && speaking)
    if (!before) {
      if (type !== 'transition')
        remarks.push({
          line: i + 1,
          says: `“${short(line)}” stands before the first scene heading and belongs to none.`,
        })
      continue
    }
    before.lines.push({ type, text: line.replace(/^[!@>~]\s*/, '').replace(/\s*<$/, '') })
  }
  if (scenes.length === 0)
    remarks.push({
      line: 1,
      says: 'There is no scene heading in this text. A scene begins with a line such as INT. SHED - DAY.',
    })
  return { title, scenes: numbered(scenes, remarks), remarks }
}

type Draft = { number: string; heading: string; inOut: InOut; place: string; timeOfDay: string } & {
  lines: ScriptLine[]
  fromLine: number
}

/** Notes go, their line breaks stay, so that line numbers hold. */
function withoutNotes(text: string): string {
  const kept: string[] = []
  // What is opened and never closed is no note, and is not looked for again.
  const unclosed = new Set<string>()
  let from = 0
  for (const { index, 0: opening } of text.matchAll(/\/\*|\[\[/g)) {
    if (index < from || unclosed.has(opening)) continue
    const end = text.indexOf(opening === '/*' ? '*/' : ']]', index + 2)
    if (end < 0) unclosed.add(opening)
    else {
      kept.push(text.slice(from, index), text.slice(index, end).replace(/[^\n]/g, ''))
      from = end + 2
    }
  }
  return kept.join('') + text.slice(from)
}

/** No line is set in by more: what follows looks for what stands at either end of a stretch of spaces. */
const MOST_SPACES = 100
const withoutEmptiness = (text: string): string =>
  text.replace(new RegExp(`[^\\S\\r\\n]{${MOST_SPACES},}`, 'g'), ' '.repeat(MOST_SPACES))

function readTitle(raw: readonly string[]): { title: string; next: number } {
  if (!TITLE_LINE.test(raw[0]?.trim() ?? '')) return { title: '', next: 0 }
  let title = ''
  let next = 0
  let inTitle = false
  for (; next < raw.length && raw[next]!.trim() !== ''; next++) {
    const match = TITLE_LINE.exec(raw[next]!.trim())
    if (match) inTitle = match[1]!.toLowerCase() === 'title'
    const part = match ? match[2]! : raw[next]!.trim()
    if (inTitle && part) title = [title, part.replace(/[*_]/g, '')].filter(Boolean).join(' ')
  }
  return { title, next }
}

function readHeading(line: string, blankBefore: boolean): Omit<Draft, 'lines' | 'fromLine'> | null {
  const numberAfter = /\s*#([^#]+)#\s*$/.exec(line)
  const body = numberAfter ? line.slice(0, numberAfter.index) : line
  const forced = /^\.(?!\.)/.test(body)
  const match = HEADING.exec(forced ? body.slice(1) : body)
  // A sentence such as "Internal doubt grows" is no heading: one stands alone, and in capitals or with its dot.
  if (
    !forced &&
    (!match ||
      !blankBefore ||
      (body !== body.toUpperCase() &&
        !/^(\d+[A-Z]{0,2}[.)]?\s+)?(int|ext|est|i\s*\/\s*e|int\.?\s*\/\s*ext|ext\.?\s*\/\s*int)\./i.test(body)))
  )
    return null
  const inside = match?.[2]?.toUpperCase() ?? ''
  const inOut: InOut = /\//.test(inside) ? 'both' : inside.startsWith('INT') ? 'inside' : inside ? 'outside' : ''
  const rest = (match ? match[3]! : body.slice(1)).trim()
  const parts = rest.split(/\s+[-–—]+\s+|\s*[–—]\s*/)
  const last = parts.at(-1)!.trim()
  const hasTime = parts.length > 1 && (TIMES.test(last) || parts.length > 1)
  return {
    number: (numberAfter?.[1] ?? match?.[1] ?? '').trim(),
    heading: body
      .replace(/^\./, '')
      .replace(/^\d+[A-Z]{0,2}[.)]?\s+/, '')
      .trim(),
    inOut,
    place: (hasTime ? parts.slice(0, -1).join(' - ') : rest).trim(),
    timeOfDay: hasTime ? last.toLowerCase() : '',
  }
}

const looksLikeHeading = (line: string): boolean => {
  const parts = line.split(/\s+[-–—]+\s+/)
  return (
    (line === line.toUpperCase() && parts.length > 1 && TIMES.test(parts.at(-1)!)) ||
    /^(IN|INSIDE|INTERIOR|EXTERIOR|OUT|OUTSIDE|INT|EXT|IN T|EX T)[.:;,]\s*\S/.test(line)
  )
}

function typeOf(line: string, blankBefore: boolean, blankAfter: boolean, speaking: boolean): ScriptLine['type'] {
  if (line.startsWith('!')) return 'action'
  if (speaking) return line.startsWith('(') && line.endsWith(')') ? 'parenthetical' : 'dialogue'
  if (/^>/.test(line) && !line.endsWith('<')) return 'transition'
  if (blankBefore && blankAfter && line === line.toUpperCase() && /(TO|OUT|IN)[:.]$/.test(line)) return 'transition'
  if (blankBefore && !blankAfter && isSpeaker(line)) return 'character'
  return 'action'
}

/** Of a script without capitals: longer ones are told as action. */
const MOST_LETTERS_OF_A_NAME = 16

const isSpeaker = (line: string): boolean => {
  if (line.startsWith('@')) return true
  const name = line
    .replace(/\s*\^$/, '')
    .replace(/\([^)]*\)/g, '')
    .trim()
  // Where letters have no case, a short line that is no sentence stands over what somebody says.
  const hasNoCase = /\p{Lo}/u.test(name) && !/[\p{Ll}\p{Lu}]/u.test(name) && name.length <= MOST_LETTERS_OF_A_NAME
  return (
    (/\p{Lu}/u.test(name) || hasNoCase) &&
    name === name.toUpperCase() &&
    name.length <= 38 &&
    !/[.!?:。！？：、،؟]$/u.test(name)
  )
}

/** The name without (V.O.), (CONT'D) and the mark of two who speak at once. */
export const speakerName = (line: string): string =>
  line
    .replace(/^@/, '')
    .replace(/\([^)]*\)/g, '')
    .replace(/\s*\^$/, '')
    .trim()

function numbered(drafts: readonly Draft[], remarks: ScriptRemark[]): ScriptScene[] {
  const used = new Set(drafts.map((d) => d.number).filter(Boolean))
  const seen = new Map<string, number>()
  let count = 0
  return drafts.map((draft) => {
    count += 1
    let number = draft.number
    if (!number) {
      while (used.has(String(count))) count += 1
      number = String(count)
    }
    const first = seen.get(number)
    if (first !== undefined)
      remarks.push({
        line: draft.fromLine,
        says: `Scene ${number} is there twice, first in line ${first}. Both are kept; give one another number.`,
      })
    else seen.set(number, draft.fromLine)
    const eighths = eighthsOf(draft.lines)
    return {
      ...draft,
      number: number.slice(0, 8),
      characters: [...new Set(draft.lines.filter((l) => l.type === 'character').map((l) => speakerName(l.text)))],
      eighths,
      estimatedS: Math.round((eighths * SECONDS_OF_A_PAGE) / 8),
    }
  })
}

/**
 * Length on the page in eighths, rounded, at least one: lines as a page sets them, a blank line before each new
 * piece, and the heading with its two.
 * @source the usual page: 12 point, 60 characters wide, dialogue 35, 54 lines
 */
export function eighthsOf(lines: readonly ScriptLine[]): number {
  let set = 3
  for (const [i, line] of lines.entries()) {
    const joined = line.type === 'dialogue' || line.type === 'parenthetical'
    const sameAction = line.type === 'action' && lines[i - 1]?.type === 'action'
    set += Math.ceil(line.text.length / WIDTH[line.type]) + (joined || sameAction ? 0 : 1)
  }
  return Math.max(1, Math.round((set / LINES_ON_A_PAGE) * 8))
}

/** "1 3/8" pages, "5/8", "2". */
export function pagesText(eighths: number): string {
  const whole = Math.floor(eighths / 8),
    rest = eighths % 8
  return [whole > 0 || rest === 0 ? String(whole) : '', rest > 0 ? `${rest}/8` : ''].filter(Boolean).join(' ')
}

const short = (line: string): string => (line.length > 40 ? `${line.slice(0, 39)}…` : line)
