import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { type ReactNode, useMemo, useState } from 'react'
import { Later } from '../../store/later.tsx'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Select, Tick } from '../../ui/fields.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { Button, Answer, Hint, Section } from '../../ui/parts.tsx'
import type { Thing } from './LightThings.tsx'
import { Power } from './Power.tsx'
import { addLamp, addPanel } from './placing.ts'
import { stopForIlluminance } from '@kavrell/core/exposure'
import { fittingsOf, type FromWhere, fromWhere, lampFamilies, PANEL_LIBRARY } from '@kavrell/core/light'
import { type RecordOf, updateRecord } from '@kavrell/core/records'
import {
  backgrounds,
  fixedFittings,
  furthestOff,
  isOff,
  isPerson,
  ofSetup,
  ratioAt,
  type SetupReading,
  type ShotReading,
  worstShot,
} from '@kavrell/core/setup'
import { asName, counted, exposureError, lux, frameRateText, shutter, stopName } from '@kavrell/core/text'

type MarkRead = SetupReading['marks'][number]

interface Props {
  readonly setup: RecordOf<'setup'>
  readonly spot: RecordOf<'spot'>
  readonly reading: SetupReading
  readonly selectedId: string | undefined
  readonly onSelect: (thing: Thing | null) => void
}

/** Is it bright enough, at which mark, for which shot, from which lamp, and on which circuit. */
export function LightAside({ setup, spot, reading, selectedId, onSelect }: Props) {
  const [markId, setMarkId] = useState<string | null>(null)
  const mark = reading.marks.find((m) => m.mark.id === markId) ?? reading.marks[0]
  const worst = worstShot(reading)
  const ratio = mark && ratioAt(setup, mark.reading)
  return (
    <>
      <Answer tone={worst && isOff(worst) ? 'stop' : 'ink'}>{inWords(reading, worst)}</Answer>
      {reading.withoutWalls && (
        <Text color="watch" fontWeight={600} mt="6px">
          The walls of {spot.name} are no closed room: light is read as if there were none. Put them right in Scout.
        </Text>
      )}
      {mark && (
        <Text color="soft" mt="6px">
          {ratio ? (
            <>
              {setup.ratioOf === 'cheek to cheek' ? 'Cheek to cheek' : 'Key to fill'} <b>{ratio.toFixed(1)} : 1</b>
              {setup.ratioLeast ? `, asked for ${setup.ratioLeast} : 1 to ${setup.ratioMost ?? 'any'} : 1` : ''}.{' '}
            </>
          ) : null}
          {lux(mark.reading.totalLux)} at {asName(mark.mark.name)}
          {mark.reading.returnedLux >= 1
            ? `, ${lux(mark.reading.returnedLux)} of it from the room: between ${lux(mark.reading.rangeLux[0])} and ${lux(mark.reading.rangeLux[1])}`
            : ''}
          .{mark.mark.wantStops !== 0 ? ` Meant to be ${sayWanted(mark.mark.wantStops)}.` : ''}
          {mark.mark.judged ? '' : ' Not judged.'}
        </Text>
      )}
      <Daylight reading={reading} />
      {mark && <Sides {...mark} />}
      {mark && <Colours {...mark} />}
      {reading.marks.length > 1 && <Marks marks={reading.marks} chosen={mark} onChoose={setMarkId} />}
      <SnagList
        about={(s) =>
          s.about.id === setup.id || reading.shots.some((r) => r.shot.id === s.about.id && s.check.startsWith('light.'))
        }
        title=""
        leading
      />
      <Section title="Shots in this light">
        {reading.shots.length === 0 && (
          <Hint>{mark ? 'No shot uses this setup yet.' : 'Put a mark on the plan to read the light there.'}</Hint>
        )}
        {reading.shots.map((shot) => (
          <ShotLine key={shot.shot.id} {...shot} />
        ))}
        {reading.unread.length > 0 && mark && (
          <Hint>Not read: {reading.unread.map((shot) => shot.code).join(', ')}; no mark in frame is judged.</Hint>
        )}
      </Section>
      <Later>
        <Behind setup={setup} />
      </Later>
      <Panels setup={setup} spot={spot} reading={reading} selectedId={selectedId} onSelect={onSelect} />
      <Lamps setup={setup} spot={spot} reading={reading} mark={mark} selectedId={selectedId} onSelect={onSelect} />
      <Power setup={setup} />
    </>
  )
}

/** What sun and sky give the first mark, by hour; or why that is not known. */
function Daylight({ reading: { setup, moments, hours } }: { reading: SetupReading }) {
  if (!moments) return null
  if ('unknown' in moments)
    return (
      <Text color="watch" fontWeight={600} mt="6px">
        Daylight is not read: {moments.unknown}.
      </Text>
    )
  const [first] = hours
  if (!first) return null
  return (
    <Box color="soft" mt="6px">
      <Text>
        Daylight, {setup.daylight}, at {asName(first.marks[0]!.mark.name)}
        {first.moment.isInOrder ? ':' : ', in no order yet; as at noon:'}
      </Text>
      {hours.map(({ moment, marks: [at] }) => (
        <Flex key={moment.utcMs} gap="10px">
          <Text minW="150px">{moment.shown}</Text>
          <Text fontFamily="mono" color="ink">
            {lux(at!.reading.daylightLux)}
          </Text>
        </Flex>
      ))}
    </Box>
  )
}

/** What falls on each side of a face, as somebody in front of it sees them. */
function Sides({ reading: { cheeks } }: MarkRead) {
  if (!cheeks) return null
  return (
    <Text color="soft" mt="6px">
      Cheeks {lux(cheeks.leftLux)} left, {lux(cheeks.rightLux)} right; forehead {lux(cheeks.foreheadLux)}.
    </Text>
  )
}

/** What each camera has behind, at the stop of its shot. */
function Behind({ setup }: { setup: RecordOf<'setup'> }) {
  const production = useProduction()
  const behind = useMemo(() => backgrounds(production, setup), [production, setup])
  if (behind.length === 0) return null
  const stops = (n: number) => `${n < 0 ? '−' : '+'}${Math.abs(n).toFixed(1)}`
  return (
    <Section title="Behind, in stops from middle grey">
      {behind.map(({ position, meanStops, brightest }) => (
        <Flex key={position.id} py="3px" gap="8px">
          <Text>
            <b>{production.camera[position.cameraId]?.letter}</b> {stops(meanStops)} on average
          </Text>
          <Text ml="auto" color="soft">
            {stops(brightest.stops)} at most, on the {brightest.of}
            {brightest.lamp ? `, by the ${brightest.lamp.role}` : ''}
          </Text>
        </Flex>
      ))}
    </Section>
  )
}

/** The colour of what lights a mark from each way. */
function Colours({ reading: { colours, balanceK } }: MarkRead) {
  const ways = (['key', 'fill', 'edge'] as const).flatMap((way) => {
    const kelvin = colours[way]
    return kelvin === null ? [] : [`${way} ${Math.round(kelvin / 50) * 50} K`]
  })
  return ways.length === 0 ? null : (
    <Text color="soft" mt="6px">
      Colour: {ways.join(', ')}.{balanceK === null ? '' : ` All of it is white at ${Math.round(balanceK / 50) * 50} K.`}
    </Text>
  )
}

const sayWanted = (stops: number) => `${counted(Math.abs(stops), 'stop')} ${stops < 0 ? 'under' : 'over'}`

/** The screen's answer. Without a shot it is a stop to go by. */
function inWords(
  { setup, marks, shots, unread, unknownThere, withoutWalls, moments }: SetupReading,
  worst: ShotReading | undefined,
): string {
  const [mark] = marks
  if (!mark) return 'Put a mark where the face will be.'
  const { totalLux } = mark.reading
  if (!worst)
    return unread.length > 0
      ? 'No mark here is judged'
      : `${lux(totalLux)}: ${stopName(stopForIlluminance(totalLux, 800, 1 / 50))} at ISO 800, 1/50 s`
  const off = furthestOff(worst)
  const who = worst.at.length > 1 ? `, ${asName(off.mark.name)}` : ''
  if (isOff(worst)) return `${worst.shot.code} is ${exposureError(off.errorStops)}${who}`
  if (withoutWalls) return 'Right, if there were no walls'
  if (unknownThere.length > 0)
    return `Right, if ${unknownThere.map((f) => asName(f.name || `the ${f.type}`)).join(' and ')} ${unknownThere.length > 1 ? 'are' : 'is'} off`
  if (moments && 'unknown' in moments) return 'Right, if there were no daylight'
  if (unread.length > 0) return `Right for the ${shots.length} that could be read`
  if (moments) return `Right for every shot here, under a usual ${setup.daylight} sky`
  return marks.length > 1 ? 'Right for every shot here, at every mark in its frame' : 'Right for every shot here'
}

const Marks = ({
  marks,
  chosen,
  onChoose,
}: {
  marks: readonly MarkRead[]
  chosen: MarkRead | undefined
  onChoose: (markId: string) => void
}) => (
  <Flex gap="12px" mt="6px" role="tablist" aria-label="Read the light at">
    {marks.map((m) => (
      <Button
        kind="bare"
        key={m.mark.id}
        borderBottom="2px solid"
        borderColor={m === chosen ? 'action' : 'transparent'}
        fontWeight={m === chosen ? 700 : 400}
        role="tab"
        aria-selected={m === chosen}
        onClick={() => onChoose(m.mark.id)}
      >
        {asName(m.mark.name)}, {lux(m.reading.totalLux)}
      </Button>
    ))}
  </Flex>
)

function ShotLine(reading: ShotReading) {
  const { shot, shutterS } = reading
  const { stop, errorStops, mark } = furthestOff(reading)
  const off = isOff(reading)
  return (
    <Grid
      templateColumns="38px 1fr 54px 150px"
      gap="8px"
      py="5px"
      borderBottom="1px solid"
      borderColor="line"
      alignItems="baseline"
    >
      <Text fontWeight={700}>{shot.code}</Text>
      <Text color="soft" truncate>
        T{shot.tStop}, ISO {shot.iso}, {frameRateText(shot.fpsNum, shot.fpsDen)} fps, {shutter(shutterS)}
      </Text>
      <Text fontFamily="mono" textAlign="right">
        {stopName(stop)}
      </Text>
      <Text textAlign="right" color={off ? 'stop' : 'ink'} fontWeight={off ? 700 : 400}>
        {exposureError(errorStops)}
        {reading.at.length > 1 ? `, ${asName(mark.name)}` : ''}
      </Text>
    </Grid>
  )
}

/** A thing of the setup on a line, chosen by a press. */
const ThingLine = ({
  columns,
  chosen,
  onChoose,
  children,
}: {
  columns: string
  chosen: boolean
  onChoose: () => void
  children: ReactNode
}) => (
  <Button
    kind="bare"
    display="grid"
    gridTemplateColumns={columns}
    gap="8px"
    w="100%"
    textAlign="left"
    py="5px"
    borderBottom="1px solid"
    borderColor="line"
    bg={chosen ? 'leaf' : undefined}
    onClick={onChoose}
  >
    {children}
  </Button>
)

/** Cloths, flags, boards and blacks that stand in the setup. */
function Panels({ setup, spot, reading, selectedId, onSelect }: Props) {
  const production = useProduction()
  const rights = useRights()
  const panels = ofSetup(production.panel, setup)
  if (panels.length === 0 && !rights.plan) return null
  return (
    <Section
      title="Put up"
      actions={
        rights.plan && (
          <Select
            aria-label="Put something up"
            value=""
            w="150px"
            onChange={(e) => {
              const id = addPanel(production, setup, spot, e.target.value, reading)
              if (id) onSelect({ kind: 'panel', id })
            }}
          >
            <option value="">Put up …</option>
            {PANEL_LIBRARY.map((panel) => (
              <option key={panel.key} value={panel.key}>
                {panel.name}
              </option>
            ))}
          </Select>
        )
      }
    >
      {panels.map((panel) => (
        <ThingLine
          key={panel.id}
          columns="1fr 120px"
          chosen={selectedId === panel.id}
          onChoose={() => onSelect({ kind: 'panel', id: panel.id })}
        >
          <Text as="span" truncate>
            {panel.name}
          </Text>
          <Text as="span" fontFamily="mono" textAlign="right">
            {panel.type === 'cloth' ? `takes ${counted(panel.lossStops, 'stop')}` : `${panel.backPct} % back`}
          </Text>
        </ThingLine>
      ))}
    </Section>
  )
}

/** From where a lamp comes, as somebody before the face would say it to whoever sits there. */
function sayWhere({ roundDeg, upDeg }: FromWhere): string {
  const round = Math.abs(Math.round(roundDeg))
  const side = round < 5 ? 'from the front' : round > 175 ? 'from behind' : `${round}° to their ${roundDeg > 0 ? 'right' : 'left'}` // prettier-ignore
  return Math.abs(upDeg) < 3 ? side : `${side}, ${Math.abs(Math.round(upDeg))}° ${upDeg > 0 ? 'up' : 'down'}`
}

/** Each lamp with its level and what it gives at the mark that is read. */
function Lamps({ setup, spot, reading, mark, selectedId, onSelect }: Props & { readonly mark: MarkRead | undefined }) {
  const production = useProduction()
  const rights = useRights()
  const own = Object.values(production.ownLamp).sort((a, b) => a.name.localeCompare(b.name))
  const add = (key: string) => {
    const id = addLamp(production, setup, spot, key, reading.lamps, mark?.mark)
    if (id) onSelect({ kind: 'lamp', id })
  }
  return (
    <Section
      title="Lamps"
      actions={
        rights.plan && (
          <Select aria-label="Add a lamp" value="" onChange={(e) => add(e.target.value)} w="150px">
            <option value="">Add a lamp …</option>
            {own.length > 0 && (
              <optgroup label="Your own, as measured">
                {own.map((l) => (
                  <option key={l.id} value={l.id}>
                    {l.name}
                  </option>
                ))}
              </optgroup>
            )}
            {lampFamilies().map(([family, kinds]) => (
              <optgroup key={family} label={family}>
                {kinds.map((l) => (
                  <option key={l.key} value={l.key}>
                    {l.name}
                  </option>
                ))}
              </optgroup>
            ))}
          </Select>
        )
      }
    >
      {reading.lamps.map((lamp, i) => (
        <ThingLine
          key={lamp.id}
          columns="18px 1fr 44px 66px"
          chosen={selectedId === lamp.id}
          onChoose={() => onSelect({ kind: 'lamp', id: lamp.id })}
        >
          <b>{i + 1}</b>
          <Box as="span" minW={0}>
            <Text as="span" display="block" truncate>
              {lamp.role}, {lamp.name}
            </Text>
            <Text as="span" display="block" truncate color="faint" fontSize="note">
              {[
                ...(mark && isPerson(mark.mark) ? [sayWhere(fromWhere(mark.mark, lamp))] : []),
                ...fittingsOf(lamp.fittings).map(({ name }) => name.toLowerCase()),
              ].join(', ')}
            </Text>
          </Box>
          <Text as="span" fontFamily="mono" textAlign="right">
            {lamp.levelPct} %
          </Text>
          <Text as="span" fontFamily="mono" textAlign="right">
            {mark ? lux(mark.reading.each[i]!) : '—'}
          </Text>
        </ThingLine>
      ))}
      <HangsThere setup={setup} reading={reading} />
      {setup.ambientLux > 0 && (
        <Flex py="5px" color="soft">
          <Text>light already there</Text>
          <Text ml="auto" fontFamily="mono">
            {lux(setup.ambientLux)}
          </Text>
        </Flex>
      )}
    </Section>
  )
}

/** House and street lamps of the spot: what each gives at the first mark, and whether it is on in this setup. */
function HangsThere({ setup, reading }: { setup: RecordOf<'setup'>; reading: SetupReading }) {
  const production = useProduction()
  const rights = useRights()
  const mark = reading.marks[0]
  const toggle = (f: RecordOf<'fitting'>, on: boolean) =>
    commitOrSay(`${f.name || f.type} ${on ? 'on' : 'off'} in ${setup.letter}`, [
      updateRecord('setup', setup.id, {
        darkIds: on ? setup.darkIds.filter((id) => id !== f.id) : [...setup.darkIds, f.id],
      }),
    ])
  return fixedFittings(production, setup).map((f) => {
    const at = reading.there.findIndex(({ id }) => (id as string) === f.id)
    const isOn = !setup.darkIds.includes(f.id)
    return (
      <Flex key={f.id} py="5px" gap="8px" align="center">
        <Tick checked={isOn} disabled={!rights.plan} onTick={(on) => toggle(f, on)}>
          {f.name || f.type}, hangs there
        </Tick>
        <Text ml="auto" fontFamily="mono" color="soft">
          {!isOn ? 'off' : at < 0 ? 'not known' : mark ? lux(mark.reading.each[reading.lamps.length + at]!) : '—'}
        </Text>
      </Flex>
    )
  })
}
