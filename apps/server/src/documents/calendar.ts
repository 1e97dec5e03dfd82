import ical, { ICalCalendarMethod } from 'ical-generator'
import type { PrintedCallSheet, SheetPerson } from '@kavrell/core/papers'
import { instantAt } from '@kavrell/core/time'
import { parseClock } from '@kavrell/core/text'

/** One person's call as an iCalendar file: from their own call to wrap, with where and whom to ring. */
export function callCalendar(
  sheet: PrintedCallSheet,
  person: SheetPerson,
  dayId: string,
  timeZone: string,
  version: number,
  stampMs: number,
): string {
  const at = (moment: string | undefined, text: string) =>
    new Date(moment ?? instantAt(sheet.date, parseClock(text)!, timeZone))
  const calendar = ical({
    name: sheet.title,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Kavrell', product: 'Call' },
  })
  const place = sheet.places[0]
  calendar.createEvent({
    id: `${dayId}-${person.personId}@kavrell`,
    sequence: version,
    stamp: new Date(stampMs),
    start: at(person.callAt, person.call),
    end: at(sheet.wrapAt, sheet.wrap),
    summary: `${sheet.title}, ${sheet.day}: call ${person.call}`,
    location: place ? [place.name, place.address].filter(Boolean).join(', ') : '',
    description: [
      place?.directions,
      place?.parking,
      place?.hospital ? `Nearest hospital: ${place.hospital}` : '',
      `Call sheet version ${version}.`,
    ]
      .filter(Boolean)
      .join('\n'),
  })
  return calendar.toString()
}
