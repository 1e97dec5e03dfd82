import type { Content } from 'pdfmake/interfaces.js'
import { type CardCopy, cardLife, copiesOfCard, newestRun, recordedOn } from '@kavrell/core/cards'
import { byId, type Production, type RecordOf } from '@kavrell/core/records'
import { counted, lapse, sayBytes } from '@kavrell/core/text'
import { heading, makePdf, say, table } from './pdf.ts'

/** The zone in which times are written: of the place of the production's first day. */
function zoneOf(production: Production): string {
  const [first] = Object.values(production.day).sort((a, b) => (a.date < b.date ? -1 : 1))
  return byId(production.place, first?.placeId)?.timeZone ?? 'UTC'
}

/** What a check of a copy came to; a copy made before the card was recorded on again is none of what is on it now. */
function standing({ run, check }: CardCopy, newestVersion: number): string {
  if (run.afterSeq < newestVersion) return 'older than the newest entry for this card: not a copy of all of it'
  if (!check) return 'not read back'
  if (check.outcome === 'different') return `read back, differs: ${check.problems.slice(0, 2).join(' ')}`
  return check.fromMedium ? 'read back, the same' : 'read back, the same, perhaps out of memory'
}

function copiesTable(production: Production, cardId: string, when: (at: string) => string): Content[] {
  const copies = copiesOfCard(production, cardId)
  const newestVersion = recordedOn(production, cardId).newest?.version ?? -1
  if (copies.length === 0) return [say('No complete copy is in the log since it was last emptied.', { bold: true })]
  return [
    table(
      [42, 66, 44, 54, 44, '*'],
      ['drive', 'copied', 'files', 'size', 'digest', 'stands'],
      copies.map((copy) => {
        const { run } = copy
        const from = byId(production.drive, run.fromDriveId)
        return [
          say(byId(production.drive, run.driveId)?.label ?? 'not listed', { bold: true }),
          say(`${when(run.endedAt)}${from ? `, from ${from.label}` : ''}`),
          say(String(run.files)),
          say(sayBytes(run.bytes * run.bytesStandFor)),
          say(run.hashName),
          say([standing(copy, newestVersion), run.folder].filter(Boolean).join('. ')),
        ]
      }),
    ),
  ]
}

function clipsTable(clips: readonly RecordOf<'clip'>[]): Content[] {
  if (clips.length === 0) return [say('No file of it was read.')]
  return [
    table(
      ['*', 76, 50, 60, 50],
      ['file', 'starts at', 'length', 'size', 'holds'],
      clips.map((clip) => [
        say(clip.path),
        say(clip.startTimecode || '–'),
        say(clip.seconds === null ? '–' : lapse(clip.seconds)),
        say(sayBytes(clip.bytes)),
        say(clip.holds === 'unread' ? 'not read' : clip.holds),
      ]),
    ),
  ]
}

/**
 * All that the log knows of one card: its copies and whether they were read back, its files, and what happened to it. It
 * says what is written down, and never that the card may be wiped: no paper has looked at it.
 */
export function cardReportPdf(production: Production, card: RecordOf<'card'>): Promise<Buffer> {
  const { title, paper } = production.production
  const zone = zoneOf(production)
  const shown = new Intl.DateTimeFormat('en-GB', { timeZone: zone, day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }) // prettier-ignore
  const when = (at: string) => (Number.isNaN(Date.parse(at)) ? '' : shown.format(new Date(at)))
  const of = byId(production.camera, card.cameraId)?.letter ?? byId(production.recorder, card.recorderId)?.letter
  const last = newestRun(production, card.id)
  const clips = last ? Object.values(production.clip).filter(({ cardId, reading }) => cardId === card.id && reading === last.reading) : [] // prettier-ignore
  const { takes, recordings } = recordedOn(production, card.id)
  const slates = takes.map(({ slate, number }) => `${slate} take ${number}`).join(', ')
  const life = cardLife(production, card.id)
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, card ${card.label}.`, [
    say(`Card ${card.label}`, { fontSize: 20, bold: true }),
    say([title, of && `of ${of}`, `${card.capacityGb} GB`, card.serial && `serial ${card.serial}`, card.medium && `known to the reader as ${card.medium}`].filter(Boolean).join(', ')), // prettier-ignore
    say(
      `By the log alone, times in ${zone}. Whether it may be wiped is asked at the reader: no paper has looked at the card.`,
      { margin: [0, 4, 0, 0], bold: true },
    ),
    heading('Copies since it was last emptied'),
    ...copiesTable(production, card.id, when),
    ...(last?.outcome === 'incomplete' ? [say(`The newest run of copying was not complete: ${last.problems.slice(0, 5).join(' ') || 'it was broken off.'}`, { bold: true, margin: [0, 4, 0, 0] })] : []), // prettier-ignore
    heading('What the log has on it'),
    say(recordings === 0 ? 'Nothing.' : `${counted(recordings, 'recording')}${slates ? `: ${slates}` : ''}.`),
    heading('Files, as they were read when it was last copied'),
    ...clipsTable(clips.toSorted((a, b) => a.path.localeCompare(b.path, 'en', { numeric: true }))),
    heading('What happened to it'),
    ...(life.length === 0 ? [say('Nothing that was logged.')] : []),
    ...life.map(({ at, says }): Content => ({ columns: [say(when(at), { width: 84 }), say(says)], columnGap: 8 })),
  ])
}
