import type { Content } from 'pdfmake/interfaces.js'
import { masterDeliverable } from '@kavrell/core/shotlist'
import type { Production, RecordOf } from '@kavrell/core/records'
import { newestPlaces, offAtEndS, SAID_BY, stretchesOf } from '@kavrell/core/sync'
import { heading, makePdf, say, table } from './pdf.ts'

type Place = RecordOf<'syncPlace'>
const signed = (value: number, places: number) => `${value < 0 ? '−' : ''}${Math.abs(value).toFixed(places)}`
const at = (seconds: number) => {
  const whole = Math.abs(seconds)
  return `${seconds < 0 ? '−' : ''}${Math.floor(whole / 60)}:${(whole % 60).toFixed(3).padStart(6, '0')}`
}

/** Where recordings lie on one another, as it was kept, for whoever edits; with gaps, and what drifts by more than half a frame. */
export function syncPdf(production: Production): Promise<Buffer> {
  const { title, paper } = production.production
  const entries = Object.values(production.syncPlace)
  const references = [...new Set(entries.toSorted((a, b) => b.version - a.version).map(({ reference }) => reference))]
  const master = masterDeliverable(production)
  const frameS = master ? master.rateDen / master.rateNum : 1 / 25
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, sync report.`, [
    say(title, { fontSize: 20, bold: true }),
    say('Sync report: where recordings were believed to lie when somebody kept it. Times are minutes and seconds after the reference begins.'), // prettier-ignore
    ...(references.length === 0 ? [say('Nothing has been kept yet.', { bold: true, margin: [0, 6, 0, 0] })] : []),
    ...references.flatMap((reference) =>
      ofReference(reference, [...newestPlaces(entries, reference).values()], frameS),
    ),
  ])
}

function ofReference(reference: string, places: readonly Place[], frameS: number): Content[] {
  const stretches = stretchesOf(places)
  const gaps = stretches.filter(({ files }) => files.length === 0)
  const lone = stretches.filter(({ files }) => files.length === 1)
  const drifting = places.flatMap((place) => {
    const offS = offAtEndS(place)
    return offS !== null && Math.abs(offS) > frameS / 2 ? [`${place.file} is ${signed(offS * 1000, 0)} ms off where it ends, ${(Math.abs(offS) / frameS).toFixed(1)} frames: stretch it, or cut it anew on the way.`] : [] // prettier-ignore
  })
  const unsure = places.filter(({ by }) => by === 'timecode' || by === 'nothing')
  return [
    heading(`Laid on ${reference}`),
    table(
      ['*', 86, 66, 44, 54, 58],
      ['recording', 'laid', 'begins at', 'sure to', 'drift', 'its timecode'],
      places.map(({ file, by, atS, withinS, driftPpm, apartS }) => [
        say(file, { bold: true }),
        say(SAID_BY[by]),
        say(atS === null ? 'nowhere' : at(atS)),
        say(withinS === null ? '–' : `${(withinS * 1000).toFixed(1)} ms`),
        say(driftPpm === null ? '–' : `${signed(driftPpm, 1)} ppm`),
        say(apartS === null ? '–' : `${signed(apartS, 2)} s off`),
      ]),
    ),
    ...drifting.map((says) => say(says, { bold: true, margin: [0, 3, 0, 0] })),
    ...unsure.map(({ file, by }) => say(by === 'nothing' ? `${file} was found nowhere.` : `${file} lies by timecode alone: look at a clap before it is trusted.`, { bold: true, margin: [0, 3, 0, 0] })), // prettier-ignore
    ...gaps.map(({ fromS, toS }) => say(`From ${at(fromS)} to ${at(toS)} nothing records.`, { margin: [0, 3, 0, 0] })),
    ...(lone.length > 0 ? [say(`One recording alone: ${lone.map(({ fromS, toS, files }) => `${at(fromS)} to ${at(toS)} ${files[0]!}`).join('; ')}.`, { margin: [0, 3, 0, 0] })] : []), // prettier-ignore
  ]
}
