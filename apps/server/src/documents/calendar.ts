import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator'
import type { PrintedCallSheet, SheetPerson } from '@kavrell/core/callSheets'
import { instantAt } from '@kavrell/core/time'
import { parseClock } from '@kavrell/core/text'

/**
 * One person's call as an iCalendar file: from their own call to wrap, with where and whom to ring. What is not issued is
 * tentative, and takes the place of the version issued before it in a calendar that has that (RFC 5545, 3.8.7.4: equal
 * numbers, the later stamp).
 */
export function callCalendar(
  sheet: PrintedCallSheet,
  person: SheetPerson,
  dayId: string,
  timeZone: string,
  { issued, newest }: { readonly issued: { readonly number: number } | null; readonly newest: number },
  stampMs: number,
): string {
  const at = (moment: string | undefined, text: string) =>
    new Date(moment ?? instantAt(sheet.date, parseClock(text)!, timeZone))
  const calendar = ical({
    name: oneLine(sheet.title),
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Kavrell', product: 'Call' },
  })
  calendar.createEvent({
    id: `${dayId}-${person.personId}@kavrell`,
    sequence: newest,
    status: issued ? ICalEventStatus.CONFIRMED : ICalEventStatus.TENTATIVE,
    stamp: new Date(stampMs),
    start: at(person.callAt, person.call),
    ...(sheet.wrap ? { end: at(sheet.wrapAt, sheet.wrap) } : {}),
    summary: oneLine(`${sheet.title}, ${sheet.day}: call ${person.call}`),
    location: oneLine(sheet.places.map((p) => [p.name, p.address].filter(Boolean).join(', ')).join('; ')),
    description: [
      ...sheet.places.flatMap((p) => [
        [p.name, p.directions, p.parking].filter(Boolean).join('. '),
        p.hospital ? `Nearest hospital to ${p.name}: ${p.hospital}` : '',
      ]),
      issued
        ? `Call sheet version ${issued.number}.`
        : `Draft${newest > 0 ? ` after version ${newest}` : ''}: this is not issued yet.`,
    ]
      .filter(Boolean)
      .join('\n'),
  })
  // Every line has its end, the last one too (RFC 5545, 3.1).
  return `${calendar.toString().replace(/(\r?\n)*$/, '')}\r\n`
}

/** A line break within a name would begin a line of the file. */
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim()
