import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useUnits, useParts } from '../../store/selectors.ts'
import { DateField } from '../../ui/DateField.tsx'
import { SlideOver } from '../../ui/fields.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Button, Answer, Hint, Reading } from '../../ui/parts.tsx'
import { skyBackground } from '../../ui/sky.ts'
import { type SpotPlan, sunAt, type SunStudy } from '@kavrell/core/place'
import type { RecordOf } from '@kavrell/core/records'
import { shadowM, spellsTogether, sunOnFace, type SunSpell } from '@kavrell/core/room'
import { type SunCrossing } from '@kavrell/core/sun'
import { instantAt, minuteOfDay } from '@kavrell/core/time'
import { clock, degrees, lengthText } from '@kavrell/core/text'

type Place = RecordOf<'place'>

/** Without a place on the map there is no sun to look at: where it is, is asked here. */
export function NoSun({ place }: { place: Place }) {
  return (
    <Box>
      <Answer size="24px">No sun yet: where on the map is {place.name}?</Answer>
      <Hint>As a map shows it, such as 51.48 and −0.01. Light, windows and the sky of the day follow from it.</Hint>
      <Grid templateColumns="1fr 1fr" gap="10px" mt="10px">
        <RecordField kind="place" id={place.id} field="latitudeDeg" />
        <RecordField kind="place" id={place.id} field="longitudeDeg" />
      </Grid>
    </Box>
  )
}

/** When the sun is on a mark and by which window, what it does now, and the hours of the day there. */
export function SunAside({
  plan,
  place,
  study,
  date,
  minute,
  marks,
  onMinute,
}: {
  plan: SpotPlan
  place: Place
  study: SunStudy
  date: string
  minute: number
  marks: readonly RecordOf<'mark'>[]
  onMinute: (minute: number) => void
}) {
  const units = useUnits()
  const at = (ms: number | null) => (ms === null ? 'never' : clock(minuteOfDay(ms, date, place.timeZone)))
  const spells = useMemo(
    () => marks.map((mark) => ({ mark, spells: study.spellsAt(mark, mark.heightM) })),
    [marks, study],
  )
  const windows = useMemo(() => study.spellsOfWindows(), [study])
  const comesIn = useMemo(() => spellsTogether(windows.flatMap((w) => w.spells)), [windows])
  const nameOf = (id: string | null) => plan.onWalls.find((o) => o.id === id)?.name ?? 'the open'
  const sun = study.sunAt(minute)
  const lit = spells.find((s) => s.spells.length > 0)
  const say = (s: SunSpell) => `${at(s.fromMs)} to ${at(s.toMs)}`
  const rows: readonly (readonly [string, SunCrossing])[] = [
    ['First light, last light', study.day.crossings.civil],
    ['Blue hour until, from', study.day.crossings.goldenLow],
    ['Sunrise, sunset', study.day.crossings.rise],
    ['Golden until, from', study.day.crossings.goldenHigh],
  ]
  return (
    <Box>
      <Answer size="24px">
        {lit
          ? `Sun on ${lit.mark.name} ${lit.spells.map(say).join(' and ')}`
          : marks.length > 0
            ? `No sun on ${marks
                .map((m) => m.name)
                .slice(0, 2)
                .join(' or ')} that day`
            : comesIn.length > 0
              ? `Sun comes in ${comesIn.map(say).join(' and ')}`
              : plan.spot.outdoors
                ? `Sun ${span(study.day.crossings.rise, at)}`
                : 'No sun comes in that day'}
      </Answer>
      {lit && <During mark={lit.mark} spells={lit.spells} study={study} date={date} place={place} nameOf={nameOf} />}
      <Box mt="10px">
        {spells
          .slice(lit ? 1 : 0)
          .map(
            ({ mark, spells: own }) =>
              own.length > 0 && <Reading key={mark.id} name={`On ${mark.name}`} value={own.map(say).join(', ')} />,
          )}
        {windows.map(({ windowId, spells: own }) => (
          <Reading
            key={windowId}
            name={`In by ${nameOf(windowId)}`}
            value={own.length > 0 ? own.map(say).join(', ') : 'never that day'}
          />
        ))}
        <Reading
          name={`At ${clock(minute)}`}
          value={
            sun.altitudeDeg > 0
              ? `${degrees(sun.altitudeDeg)} high, bearing ${Math.round((sun.bearingDeg + plan.spot.upBearingDeg) % 360)}°`
              : `${degrees(-sun.altitudeDeg)} under the horizon`
          }
        />
        {sun.altitudeDeg > 0 && plan.spot.outdoors && (
          <Reading name="Shadow of a person" value={lengthText(shadowM(1.7, sun.altitudeDeg), units)} />
        )}
        {sun.altitudeDeg > 0 &&
          marks
            .filter((mark) => sunAt(plan, mark, mark.heightM, sun).lit)
            .slice(0, 2)
            .map((mark) => {
              const face = sunOnFace(mark.facingDeg, sun)
              return (
                <Reading key={mark.id} name={`On the face of ${mark.name}`} value={`${face.says}, ${face.height}`} />
              )
            })}
        {rows.map(([name, crossing]) => (
          <Reading key={name} name={name} value={span(crossing, at)} />
        ))}
        <Flex justify="space-between" py="5px">
          <Text color="soft">Highest</Text>
          <Button
            kind="bare"
            fontFamily="mono"
            fontSize="small"
            cursor="pointer"
            color="action"
            onClick={() => onMinute(Math.round(minuteOfDay(study.day.noonMs, date, place.timeZone)))}
          >
            {Math.round(study.day.noonAltitudeDeg)}° at {at(study.day.noonMs)}
          </Button>
        </Flex>
      </Box>
      <Hint>Hills, trees and weather are not in it, nor what stands outside a window.</Hint>
    </Box>
  )
}

function span(c: SunCrossing, at: (ms: number | null) => string): string {
  if (c.kind === 'above-all-day') return 'stays above all day'
  if (c.kind === 'below-all-day') return 'stays below all day'
  return `${at(c.upMs)}, ${at(c.downMs)}`
}

/** Which window it comes by, how high it then stands, and whether a setup there is planned at the time. */
function During({
  mark,
  spells,
  study,
  date,
  place,
  nameOf,
}: {
  mark: RecordOf<'mark'>
  spells: readonly SunSpell[]
  study: SunStudy
  date: string
  place: Place
  nameOf: (id: string | null) => string
}) {
  const { setup } = useParts('setup')
  const first = spells[0]!
  const middle = minuteOfDay((first.fromMs + first.toMs) / 2, date, place.timeZone)
  const sun = study.sunAt(middle)
  const own = setup[mark.setupId]
  return (
    <Text color="soft" mt="4px">
      through {nameOf(first.through)}, {Math.round(sun.altitudeDeg)}° high
      {own ? `. It is the mark of setup ${own.letter}, ${own.name}` : ''}.
    </Text>
  )
}

const STEP_MIN = 5

/** The day's sky as a strip, a moment on it to take by hand or with the arrows, and another date to look at. */
export function TimeSlider({
  minute,
  onMinute,
  date,
  onDate,
  place,
}: {
  minute: number
  onMinute: (minute: number) => void
  date: string
  onDate: (date: string) => void
  place: Place
}) {
  const background = useMemo(() => {
    const at = (min: number) => instantAt(date, min, place.timeZone)
    return skyBackground(at(0), at(1440), 96, place)
  }, [place, date])
  return (
    <Flex align="center" gap="12px" mt="10px">
      <Text fontFamily="mono" fontSize="large" fontWeight={700} w="56px">
        {clock(minute)}
      </Text>
      <SlideOver
        label="Time of day"
        text={clock(minute)}
        least={0}
        most={1435}
        step={STEP_MIN}
        value={minute}
        onSlide={onMinute}
      >
        <Box h="100%" style={{ background }} />
      </SlideOver>
      <DateField label="Date of the sun study" w="168px" value={date} onDate={onDate} />
    </Flex>
  )
}
