import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { fittingFamilies, fittingsOf, sourcesOfLamp } from '@kavrell/core/light'
import { directLux, emittersOf } from '@kavrell/core/litRoom'
import { angleAtShare, brightest, readPhotometricFile, thinned } from '@kavrell/core/photometry'
import { createRecord, type RecordOf, updateRecord } from '@kavrell/core/records'
import { counterweightKg } from '@kavrell/core/rigging'
import { kindOfLamp, lampKelvin, lampOf, ownLampFields, ownLampOf, standingOf } from '@kavrell/core/setup'
import { lengthText, lux } from '@kavrell/core/text'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { ChooseFile, Select } from '../../ui/fields.tsx'
import { Button, Hint } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Polar } from './Polar.tsx'

type Lamp = RecordOf<'lamp'>

/** What a lamp gives with everything that is on it, square on, 1 m before it. */
function fittedLux(production: Parameters<typeof lampOf>[0], lamp: Lamp): number {
  const lamps = sourcesOfLamp({ ...lampOf(production, lamp), at: { xM: 0, yM: 0, zM: 0 }, bearingDeg: 0, tiltDeg: 0, level: 1 }) // prettier-ignore
  const scene = { facets: [], lamps }
  return directLux(scene, emittersOf(scene), [0, -1, 0], [0, 1, 0])
}

/** What is on a lamp and shapes it, what it stands on, and the lamp kept as one's own. */
export function OnLamp({ lamp, setup }: { lamp: Lamp; setup: RecordOf<'setup'> }) {
  const production = useProduction()
  const rights = useRights()
  const units = useUnits()
  const own = ownLampOf(production, lamp)
  const on = fittingsOf(lamp.fittings)
  const put = (fittings: readonly string[], label: string) =>
    commitOrSay(label, [updateRecord('lamp', lamp.id, { fittings: [...fittings] })])
  const { heightM, outside } = standingOf(production, setup, lamp)
  const weightKg = kindOfLamp(production, lamp)?.weightKg ?? null
  const hotUnder = kindOfLamp(production, lamp)?.hot === true && on.some(({ heat }) => !heat)
  return (
    <Box mt="10px">
      <Flex gap="6px" wrap="wrap" align="center">
        <Text color="soft">On it</Text>
        {on.map((fitting, i) => (
          <Button
            key={`${fitting.key} ${i}`}
            disabled={!rights.plan}
            aria-label={`Take off ${fitting.name}`}
            onClick={() =>
              put(
                lamp.fittings.filter((_, k) => k !== i),
                `Take off ${fitting.name}`,
              )
            }
          >
            {fitting.name} ×
          </Button>
        ))}
        {rights.plan && (
          <Select
            aria-label="Put something on it"
            value=""
            w="150px"
            onChange={(e) => put([...lamp.fittings, e.target.value], 'Put something on a lamp')}
          >
            <option value="">{on.length === 0 ? 'nothing' : 'and'} …</option>
            {fittingFamilies().map(([family, fittings]) => (
              <optgroup key={family} label={family}>
                {fittings.map((fitting) => (
                  <option key={fitting.key} value={fitting.key}>
                    {fitting.name}
                  </option>
                ))}
              </optgroup>
            ))}
          </Select>
        )}
      </Flex>
      {hotUnder && (
        <Text color="stop" fontWeight={700} mt="4px">
          It gets hot: cloth and soft boxes for cool lamps burn on it.
        </Text>
      )}
      <Text color="soft" mt="6px">
        So it gives <b>{lux(fittedLux(production, lamp))}</b> at 1 m, at full level,{' '}
        {Math.round(lampKelvin(lamp) / 50) * 50} K.
        {outside
          ? ` It stands ${lengthText(heightM, units)} above the ground outside ${outside.name || `the ${outside.type}`}.`
          : ''}
        {lamp.armM > 0 && weightKg !== null
          ? ` Out on its arm it wants ${counterweightKg(weightKg, lamp.armM).toFixed(1)} kg on the tail; the maker’s limits and a qualified person decide.`
          : ''}
      </Text>
      <OwnLamp lamp={lamp} own={own} />
    </Box>
  )
}

const OWN_FIELDS = ['name', 'luxAt1m', 'beamDeg', 'fieldDeg', 'watts', 'warmK', 'coldK', 'weightKg', 'faceWidthM', 'faceTallM', 'batteryWh', 'hot', 'note'] // prettier-ignore

/** The lamp as it was measured, by a meter or by a photometric file, for every setup. */
function OwnLamp({ lamp, own }: { lamp: Lamp; own: RecordOf<'ownLamp'> | undefined }) {
  const production = useProduction()
  const rights = useRights()
  const [isOpen, setOpen] = useState(false)
  const keep = () => {
    const id = newId<'ownLamp'>()
    const kind = kindOfLamp(production, lamp)
    const { name, luxAt1m, beamDeg, fieldDeg, watts, faceWidthM, faceTallM, batteryWh, cctK } = lamp
    const [warmK, coldK] = kind?.cctK ?? [cctK, cctK]
    commitOrSay(`Keep ${name} as your own`, [
      createRecord('ownLamp', { name, luxAt1m, beamDeg, fieldDeg, watts, warmK, coldK, weightKg: kind?.weightKg ?? 3, faceWidthM, faceTallM, batteryWh, hot: kind?.hot ?? false }, id), // prettier-ignore
      updateRecord('lamp', lamp.id, { ownLampId: id }),
    ])
    setOpen(true)
  }
  const bring = async (file: File) => {
    const read = readPhotometricFile(await file.text())
    if (!read.ok) return say(`${file.name} is not read. ${read.error.says}`, 'stop')
    const { light, keywords, watts, widthM, lengthM } = read.value
    const { candelas, isThinned } = thinned(light)
    const peak = brightest(candelas).candela
    if (!(peak > 0)) return say(`${file.name} is not read: it gives no light in any direction.`, 'stop')
    const id = newId<'ownLamp'>()
    const name = (keywords['LUMINAIRE'] || keywords['LUMCAT'] || file.name.replace(/\.ies$/i, '')).slice(0, 200)
    const beam = angleAtShare(candelas, 0.5)
    const fieldDeg = angleAtShare(candelas, 0.1)
    const fields = {
      name,
      luxAt1m: Math.round(peak),
      beamDeg: Math.min(179, Math.max(1, Math.round(beam ?? lamp.beamDeg))),
      fieldDeg: fieldDeg === null ? null : Math.min(180, Math.max(1, Math.round(fieldDeg))),
      watts: watts > 0 ? watts : lamp.watts,
      warmK: lamp.cctK,
      coldK: lamp.cctK,
      // Photometry is of the far field: the lamp is a point with that distribution.
      faceWidthM: 0,
      faceTallM: 0,
      candelas,
      note: `${file.name}, ${Math.abs(Math.round(widthM * 100))} × ${Math.abs(Math.round(lengthM * 100))} cm${isThinned ? ', thinned' : ''}`.slice(0, 400), // prettier-ignore
    }
    const done = commitOrSay(`Bring ${name}`, [
      createRecord('ownLamp', fields, id),
      updateRecord('lamp', lamp.id, { ...ownLampFields({ id, version: 0, weightKg: 3, batteryWh: null, hot: false, ...fields }), cctK: lamp.cctK }), // prettier-ignore
    ])
    if (done) setOpen(true)
  }
  return (
    <Box mt="8px">
      <Flex gap="6px" wrap="wrap" align="center">
        {own ? (
          <Button kind="word" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Close' : 'Show'} {own.name}, as measured
          </Button>
        ) : (
          rights.plan && <Button onClick={keep}>Keep as a lamp of your own</Button>
        )}
        {rights.plan && (
          <ChooseFile label="Photometric file" accept=".ies,.IES,text/plain" onFile={(file) => void bring(file)}>
            From a photometric file
          </ChooseFile>
        )}
      </Flex>
      {own && isOpen && (
        <Flex gap="16px" mt="8px" wrap="wrap">
          <Box flex="1" minW="300px">
            <Box display="grid" gridTemplateColumns="repeat(4, 1fr)" gap="8px">
              {OWN_FIELDS.map((field) => (
                <RecordField key={field} kind="ownLamp" id={own.id} field={field} />
              ))}
            </Box>
            <Hint>
              Changed here it is changed for lamps that are put up from now on; those that stand keep what is set on
              them.
            </Hint>
          </Box>
          {own.candelas && (
            <Box w="240px">
              <Polar of={own.candelas} name={own.name} />
            </Box>
          )}
        </Flex>
      )}
    </Box>
  )
}
