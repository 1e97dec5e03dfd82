import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { blank, CAUTIONS, fieldsOf, type RecordOf } from '@kavrell/contract'
import { aimAt, LAMP_LIBRARY, LIGHT_MAP_STEPS, setupDifference } from '@kavrell/core/light'
import { circuitLoad } from '@kavrell/core/power'
import { lampsOfSetup, readSetup } from '@kavrell/core/snags'
import { stopForIlluminance } from '@kavrell/core/exposure'
import { extentOf, outlineOfSpot } from '@kavrell/core/room'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { commit, say } from '../../store/production.ts'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { addRecord, nextLetter, removeRecord } from '../../ui/addRecord.ts'
import { exposureError, lux, rate, shutter, stopName } from '../../ui/format.ts'
import { Answer, Bar, Button, Empty, Hint, Page, Section, SetupLetter } from '../../ui/parts.tsx'
import { RecordField, Select } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { LightPlan, STEPS, type Thing } from './LightPlan.tsx'

/** Is it bright enough? */
export function LightScreen() {
  const production = useProduction()
  const rights = useRights()
  const setups = Object.values(production.setup).sort((a, b) => a.letter.localeCompare(b.letter))
  const spots = Object.values(production.spot)
  const [chosen, setChosen] = useChosen()
  const [selected, setSelected] = useState<Thing | null>(null)
  useRibbonRow((row) => {
    setChosen(row.setupId)
    setSelected(null)
  })
  const setup =
    setups.find((s) => s.id === chosen) ??
    setups.find((s) => readSetup(production, s).shots.some((shot) => shot.errorStops < -1)) ??
    setups[0]
  const add = () => {
    const letter = nextLetter(setups.map((s) => s.letter))
    const id = addRecord('setup', `Add setup ${letter}`, { letter, colour: setups.length % 10, spotId: spots[0]!.id })
    if (id) setChosen(id)
  }
  if (spots.length === 0)
    return <Empty says="A lighting setup stands in a spot. Add a place with a room or an area in Scout first." />
  if (!setup)
    return (
      <Empty says="A setup is lamps, marks and cameras on the plan of a spot; it tells the stop you will get.">
        {rights.plan && (
          <Button kind="main" onClick={add}>
            Add a setup
          </Button>
        )}
      </Empty>
    )
  return (
    <Box>
      <Flex gap="4px" mb="12px" align="center" wrap="wrap">
        <Flex gap="4px" wrap="wrap" role="tablist" aria-label="Setups">
          {setups.map((s) => (
            <Box
              asChild
              key={s.id}
              display="inline-flex"
              alignItems="center"
              gap="6px"
              py="3px"
              pr="8px"
              borderBottom="2px solid"
              borderColor={s.id === setup.id ? 'action' : 'transparent'}
              fontWeight={s.id === setup.id ? 700 : 400}
            >
              <button
                type="button"
                role="tab"
                aria-selected={s.id === setup.id}
                onClick={() => {
                  setChosen(s.id)
                  setSelected(null)
                }}
              >
                <SetupLetter letter={s.letter} colour={s.colour} />
                {s.name}
              </button>
            </Box>
          ))}
        </Flex>
        {rights.plan && (
          <Flex ml="auto" gap="6px">
            <Button onClick={() => setChosen(copySetup(production, setup))}>Make another from {setup.letter}</Button>
            <Button kind="main" onClick={add}>
              Add setup
            </Button>
          </Flex>
        )}
      </Flex>
      <Setup key={setup.id} setup={setup} selected={selected} onSelect={setSelected} />
    </Box>
  )
}

function Setup({
  setup,
  selected,
  onSelect,
}: {
  setup: RecordOf<'setup'>
  selected: Thing | null
  onSelect: (thing: Thing | null) => void
}) {
  const production = useProduction()
  const rights = useRights()
  const units = useUnits()
  const reading = readSetup(production, setup)
  const lamps = reading.lamps as RecordOf<'lamp'>[]
  const spot = production.spot[setup.spotId]!
  const worst = [...reading.shots].sort((a, b) => a.errorStops - b.errorStops)[0]
  const parent = setup.parentId ? production.setup[setup.parentId] : undefined
  const difference = parent ? setupDifference(lampsOfSetup(production, parent.id), lamps, units) : null
  const [markId, setMarkId] = useState<string | null>(null)
  const mark = reading.marks.find((m) => m.mark.id === markId) ?? reading.marks[0]
  const { leftM, topM, widthM, depthM } = extentOf(outlineOfSpot(spot))
  const nearest = (m: number) => Math.round(m * 20) / 20
  const middle = { xM: nearest(leftM + widthM / 2), yM: nearest(topM + depthM / 2) }
  const addLamp = (key: string) => {
    const type = LAMP_LIBRARY.find((l) => l.key === key)
    if (!type) return
    const from = {
      xM: Math.max(leftM + 0.3, middle.xM - 1.5),
      yM: Math.min(topM + depthM - 0.3, middle.yM + 1.5),
      zM: 2.2,
    }
    const target = mark ? { xM: mark.mark.xM, yM: mark.mark.yM, zM: mark.mark.heightM } : { ...middle, zM: 1.5 }
    const aim = aimAt(from, target)
    const role = !lamps.some((l) => l.role === 'key') ? 'key' : !lamps.some((l) => l.role === 'fill') ? 'fill' : 'edge'
    const { cctK, luxAt1m, beamDeg, watts } = type
    const id = addRecord('lamp', `Add ${type.name}`, {
      setupId: setup.id,
      name: type.name,
      libraryKey: type.key,
      role,
      luxAt1m,
      beamDeg,
      watts,
      cctK,
      xM: from.xM,
      yM: from.yM,
      heightM: from.zM,
      bearingDeg: Math.round(aim.bearingDeg),
      tiltDeg: Math.round(aim.tiltDeg),
    })
    if (id) onSelect({ kind: 'lamp', id })
  }
  return (
    <Page
      asideWidth="400px"
      aside={
        <>
          <Answer tone={worst && worst.errorStops < -0.33 ? 'stop' : 'ink'}>{answer(reading)}</Answer>
          {mark && (
            <Text color="soft" mt="6px">
              {mark.reading.ratio ? (
                <>
                  Key to fill <b>{mark.reading.ratio.toFixed(1)} : 1</b>
                  {setup.ratioLeast ? `, asked for ${setup.ratioLeast} : 1 to ${setup.ratioMost ?? 'any'} : 1` : ''}
                  .{' '}
                </>
              ) : null}
              {lux(mark.reading.totalLux)} at {mark.mark.name}.
            </Text>
          )}
          {reading.marks.length > 1 && (
            <Flex gap="12px" mt="6px" role="tablist" aria-label="Read the light at">
              {reading.marks.map((m) => (
                <Box
                  asChild
                  key={m.mark.id}
                  borderBottom="2px solid"
                  borderColor={m.mark.id === mark?.mark.id ? 'action' : 'transparent'}
                  fontWeight={m.mark.id === mark?.mark.id ? 700 : 400}
                >
                  <button
                    type="button"
                    role="tab"
                    aria-selected={m.mark.id === mark?.mark.id}
                    onClick={() => setMarkId(m.mark.id)}
                  >
                    {m.mark.name}, {lux(m.reading.totalLux)}
                  </button>
                </Box>
              ))}
            </Flex>
          )}
          <SnagList
            about={(s) =>
              s.about.id === setup.id ||
              reading.shots.some((r) => r.shot.id === s.about.id && s.check.startsWith('light.'))
            }
            title=""
          />
          <Section title="Shots in this light">
            {reading.shots.length === 0 && (
              <Hint>{mark ? 'No shot uses this setup yet.' : 'Put a mark on the plan to read the light there.'}</Hint>
            )}
            {reading.shots.map((r) => (
              <Grid
                key={r.shot.id}
                templateColumns="38px 1fr 62px 112px"
                gap="8px"
                py="5px"
                borderBottom="1px solid"
                borderColor="line"
                alignItems="baseline"
              >
                <Text fontWeight={700}>{r.shot.code}</Text>
                <Text color="soft" truncate>
                  T{r.shot.tStop}, ISO {r.shot.iso}, {rate(r.shot.fpsNum, r.shot.fpsDen)} fps, {shutter(r.shutterS)}
                </Text>
                <Text fontFamily="mono" textAlign="right">
                  {stopName(r.stop)}
                </Text>
                <Text
                  textAlign="right"
                  color={r.errorStops < -0.33 ? 'stop' : 'ink'}
                  fontWeight={r.errorStops < -0.33 ? 700 : 400}
                >
                  {exposureError(r.errorStops)}
                </Text>
              </Grid>
            ))}
          </Section>
          <Section
            title="Lamps"
            actions={
              rights.plan && (
                <Select aria-label="Add a lamp" value="" onChange={(e) => addLamp(e.target.value)} w="150px">
                  <option value="">Add a lamp …</option>
                  {LAMP_LIBRARY.map((l) => (
                    <option key={l.key} value={l.key}>
                      {l.name}
                    </option>
                  ))}
                </Select>
              )
            }
          >
            {lamps.map((lamp, i) => (
              <Box
                asChild
                key={lamp.id}
                display="grid"
                gridTemplateColumns="18px 1fr 44px 66px"
                gap="8px"
                w="100%"
                textAlign="left"
                py="5px"
                borderBottom="1px solid"
                borderColor="line"
                bg={selected?.id === lamp.id ? 'leaf' : undefined}
              >
                <button type="button" onClick={() => onSelect({ kind: 'lamp', id: lamp.id })}>
                  <b>{i + 1}</b>
                  <Text as="span" truncate>
                    {lamp.role}, {lamp.name}
                  </Text>
                  <Text as="span" fontFamily="mono" textAlign="right">
                    {lamp.levelPct} %
                  </Text>
                  <Text as="span" fontFamily="mono" textAlign="right">
                    {mark ? lux(mark.reading.each[i]!) : '—'}
                  </Text>
                </button>
              </Box>
            ))}
            {setup.ambientLux > 0 && (
              <Flex py="5px" color="soft">
                <Text>light already there</Text>
                <Text ml="auto" fontFamily="mono">
                  {lux(setup.ambientLux)}
                </Text>
              </Flex>
            )}
          </Section>
          <Power setup={setup} lamps={lamps} />
        </>
      }
    >
      <Flex align="baseline" gap="10px" mb="8px" wrap="wrap">
        <SetupLetter letter={setup.letter} colour={setup.colour} size={26} />
        <Text as="h1" fontSize="21px" fontWeight={700}>
          {setup.name}
        </Text>
        <Text color="soft">
          {spot.name}, build {setup.buildMin} min
          {parent && difference
            ? `, from ${parent.letter}: ${difference.says.slice(0, 3).join(', ') || 'nothing changed'}`
            : ''}
        </Text>
      </Flex>
      <LightPlan setup={setup} lamps={lamps} selected={selected} onSelect={onSelect} />
      <Flex align="center" gap="10px" mt="8px" fontSize="12.5px" color="soft" wrap="wrap">
        <Text>lux at face height</Text>
        <Flex>
          {STEPS.map((c, i) => (
            <Box key={c} w="34px" borderTop="9px solid" borderColor={c} fontSize="10.5px" fontFamily="mono">
              {i > 0 ? LIGHT_MAP_STEPS[i - 1] : ''}
            </Box>
          ))}
        </Flex>
        <Text ml="auto">
          1 square = {units === 'feet' ? "3'" : '1 m'}. Drag to move, the dot to turn. Keys: arrows, Q E, + −.
        </Text>
      </Flex>
      {rights.plan && (
        <Flex gap="8px" mt="12px">
          <Button
            onClick={() => {
              const id = addRecord('mark', 'Add a mark', {
                setupId: setup.id,
                name: reading.marks.length === 0 ? 'Mark' : `Mark ${reading.marks.length + 1}`,
                ...middle,
              })
              if (id) onSelect({ kind: 'mark', id })
            }}
          >
            Add mark
          </Button>
          {Object.values(production.camera)
            .filter(
              (c) =>
                !Object.values(production.cameraPosition).some((p) => p.setupId === setup.id && p.cameraId === c.id),
            )
            .slice(0, 4)
            .map((c) => (
              <Button
                key={c.id}
                onClick={() =>
                  addRecord('cameraPosition', `Place camera ${c.letter}`, {
                    setupId: setup.id,
                    cameraId: c.id,
                    xM: middle.xM,
                    yM: Math.min(topM + depthM - 0.3, middle.yM + 2),
                  })
                }
              >
                Place camera {c.letter}
              </Button>
            ))}
        </Flex>
      )}
      {selected && <Selected thing={selected} setup={setup} onGone={() => onSelect(null)} />}
      <Section title="Setup">
        <Grid templateColumns="repeat(4, 1fr)" gap="8px">
          {['letter', 'name', 'spotId', 'parentId', 'buildMin', 'ambientLux', 'ratioLeast', 'ratioMost'].map((f) => (
            <RecordField key={f} kind="setup" id={setup.id} field={f} />
          ))}
        </Grid>
        <Cautions setup={setup} />
      </Section>
    </Page>
  )
}

function answer(reading: ReturnType<typeof readSetup>): string {
  const worst = [...reading.shots].sort((a, b) => a.errorStops - b.errorStops)[0]
  const mark = reading.marks[0]
  if (!mark) return 'Put a mark where the face will be.'
  if (!worst)
    return `${lux(mark.reading.totalLux)}: ${stopName(stopForIlluminance(mark.reading.totalLux, 800, 1 / 50))} at ISO 800, 1/50 s`
  if (worst.errorStops < -0.33) return `${worst.shot.code} is ${exposureError(worst.errorStops)}`
  return 'Bright enough for every shot here'
}

function Cautions({ setup }: { setup: RecordOf<'setup'> }) {
  const rights = useRights()
  const toggle = (caution: string) =>
    commit('Change what to take care of', [
      {
        op: 'update',
        kind: 'setup',
        id: setup.id,
        fields: {
          cautions: setup.cautions.includes(caution)
            ? setup.cautions.filter((c) => c !== caution)
            : [...setup.cautions, caution],
        },
      },
    ])
  return (
    <Flex gap="14px" mt="8px" wrap="wrap" align="center">
      <Text color="soft">Take care of</Text>
      {CAUTIONS.map((c) => (
        <label key={c} style={{ display: 'flex', gap: 5 }}>
          <input
            type="checkbox"
            disabled={!rights.plan}
            checked={setup.cautions.includes(c)}
            onChange={() => toggle(c)}
          />
          {c}
        </label>
      ))}
    </Flex>
  )
}

function Selected({ thing, setup, onGone }: { thing: Thing; setup: RecordOf<'setup'>; onGone: () => void }) {
  const production = useProduction()
  const rights = useRights()
  const record = production[thing.kind][thing.id]
  if (!record) return null
  const marks = Object.values(production.mark).filter((m) => m.setupId === setup.id)
  const name =
    'name' in record
      ? record.name
      : `camera ${production.camera[(record as RecordOf<'cameraPosition'>).cameraId]?.letter}`
  const fields = Object.keys(fieldsOf(thing.kind)).filter((f) => !['setupId', 'libraryKey', 'cameraId'].includes(f))
  const lamp = thing.kind === 'lamp' ? (record as RecordOf<'lamp'>) : null
  const aim = (mark: RecordOf<'mark'>) => {
    const to = aimAt({ xM: lamp!.xM, yM: lamp!.yM, zM: lamp!.heightM }, { xM: mark.xM, yM: mark.yM, zM: mark.heightM })
    const refused = commit(`Aim at ${mark.name}`, [
      {
        op: 'update',
        kind: 'lamp',
        id: lamp!.id,
        fields: { bearingDeg: Math.round(to.bearingDeg * 10) / 10, tiltDeg: Math.round(to.tiltDeg * 10) / 10 },
      },
    ])
    if (refused) say(refused, 'stop')
  }
  return (
    <Section
      title={name}
      actions={
        rights.plan && (
          <>
            {lamp &&
              marks.map((m) => (
                <Button key={m.id} onClick={() => aim(m)}>
                  Aim at {m.name}
                </Button>
              ))}
            <Button
              kind="stop"
              onClick={() => {
                removeRecord(thing.kind, thing.id, name)
                onGone()
              }}
            >
              Remove
            </Button>
          </>
        )
      }
    >
      <Grid templateColumns="repeat(5, 1fr)" gap="8px">
        {fields.map((f) => (
          <RecordField key={thing.id + f} kind={thing.kind} id={thing.id} field={f} />
        ))}
      </Grid>
    </Section>
  )
}

function Power({ setup, lamps }: { setup: RecordOf<'setup'>; lamps: readonly RecordOf<'lamp'>[] }) {
  const production = useProduction()
  const { mainsVolts, circuitHeadroomPct } = production.production
  const placeId = production.spot[setup.spotId]?.placeId
  const circuits = Object.values(production.circuit).filter((c) => c.placeId === placeId)
  if (circuits.length === 0) return null
  const loose = lamps.filter((l) => l.circuitId === null && l.watts > 0)
  return (
    <Section title="Power">
      {circuits.map((c) => {
        const load = circuitLoad(
          c,
          lamps.filter((l) => l.circuitId === c.id),
          mainsVolts,
          circuitHeadroomPct,
        )
        const over = load.headroomA < 0
        return (
          <Grid key={c.id} templateColumns="110px 1fr 130px" gap="10px" py="4px" alignItems="center">
            <Text>
              {c.name}, {c.ratingA} A
            </Text>
            <Bar
              share={load.totalA / c.ratingA}
              limit={circuitHeadroomPct / 100}
              tone={over ? 'watch' : 'action'}
              label={`${load.totalA.toFixed(1)} of ${c.ratingA} A`}
            />
            <Text textAlign="right" color={over ? 'watch' : 'soft'} fontWeight={over ? 700 : 400}>
              {load.totalA.toFixed(1)} A,{' '}
              {over ? `${(-load.headroomA).toFixed(1)} over` : `${load.headroomA.toFixed(1)} left`}
            </Text>
          </Grid>
        )
      })}
      {loose.length > 0 && <Hint>On no circuit: {loose.map((l) => l.name).join(', ')}.</Hint>}
    </Section>
  )
}

/** Another setup with the same lamps, marks and cameras, made from this one. */
function copySetup(production: ReturnType<typeof useProduction>, from: RecordOf<'setup'>): string {
  const letter = nextLetter(Object.values(production.setup).map((s) => s.letter))
  const id = uuidv7()
  const { id: _id, version: _version, ...fields } = from
  const copies = (['lamp', 'mark', 'cameraPosition'] as const).flatMap((kind) =>
    Object.values(production[kind])
      .filter((r) => r.setupId === from.id)
      .map(({ id: _i, version: _v, ...rest }) => ({
        op: 'create' as const,
        kind,
        id: uuidv7(),
        fields: { ...rest, setupId: id },
      })),
  )
  const refused = commit(`Make ${letter} from ${from.letter}`, [
    {
      op: 'create',
      kind: 'setup',
      id,
      fields: {
        ...blank('setup', {}),
        ...fields,
        letter,
        name: `${from.name}, again`,
        parentId: from.id,
        colour: Object.keys(production.setup).length % 10,
      },
    },
    ...copies,
  ])
  if (refused) say(refused, 'stop')
  return id
}
