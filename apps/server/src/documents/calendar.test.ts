import { expect, test } from 'vitest'
import type { PrintedCallSheet } from '@kavrell/core/callSheets'
import { callCalendar } from './calendar.ts'

const place = (name: string, hospital: string) => ({ name, address: `${name} 1`, directions: '', parking: '', shelter: '', hospital }) // prettier-ignore
const sheet = (fields: object) =>
  ({ title: 'A job', day: 'Day 1', date: '2026-10-24', wrap: '07:00 +1', places: [place('Yard', 'Sennet'), place('Farm', 'Dale')], ...fields }) as unknown as PrintedCallSheet // prettier-ignore
const person = (fields: object) => ({ personId: 'p', name: 'Edda', role: '', phone: '', call: '19:00', ...fields })
const calendar = (
  of: object,
  who: object,
  versions: { issued: { number: number } | null; newest: number } = { issued: { number: 2 }, newest: 2 },
) => callCalendar(sheet(of), person(who), 'day', 'Europe/London', versions, 0)
/** Lines as a calendar program unfolds them (RFC 5545, 3.1), by their names. */
const lines = (text: string) => text.replace(/\r\n[ \t]/g, '').split('\r\n')
const of = (text: string, name: string) => lines(text).filter((line) => line.split(/[:;]/)[0] === name)

test('a moment is what the sheet says it is, over midnight and over a change of clocks', () => {
  const text = calendar({ wrapAt: '2026-10-25T07:00:00.000Z' }, { callAt: '2026-10-24T18:00:00.000Z' })
  expect(of(text, 'DTSTART')).toEqual(['DTSTART:20261024T180000Z'])
  expect(of(text, 'DTEND')).toEqual(['DTEND:20261025T070000Z'])
})

test('a call the evening before begins then, on a sheet of an earlier version too', () =>
  expect(of(calendar({}, { call: '23:00 −1' }), 'DTSTART')).toEqual(['DTSTART:20261023T220000Z']))

test('a name with a line break is one event with one summary, and every line has its end', () => {
  const text = calendar({ title: 'Two\r\nBEGIN:VEVENT\nlines' }, {})
  expect(of(text, 'BEGIN')).toEqual(['BEGIN:VCALENDAR', 'BEGIN:VEVENT'])
  expect(of(text, 'SUMMARY')).toHaveLength(1)
  expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true)
})

test('every place of the day is in it, each with its own hospital', () => {
  const text = calendar({}, {})
  expect(of(text, 'LOCATION')[0]).toContain('Yard\\, Yard 1\\; Farm\\, Farm 1')
  expect(of(text, 'DESCRIPTION')[0]).toContain('Nearest hospital to Farm: Dale')
})

test('what is not issued is tentative, says so, and is not older than what was', () => {
  const draft = calendar({}, {}, { issued: null, newest: 2 })
  expect(of(draft, 'STATUS')).toEqual(['STATUS:TENTATIVE'])
  expect(of(draft, 'SEQUENCE')).toEqual(['SEQUENCE:2'])
  expect(of(draft, 'DESCRIPTION')[0]).toMatch(/Draft after version 2: this is not issued yet\.$/)
  const issued = calendar({}, {})
  expect(of(issued, 'STATUS')).toEqual(['STATUS:CONFIRMED'])
  expect(of(issued, 'DESCRIPTION')[0]).toMatch(/Call sheet version 2\.$/)
  expect(of(calendar({}, {}, { issued: null, newest: 0 }), 'DESCRIPTION')[0]).toMatch(/Draft: this is not issued yet/)
})
