import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { addRecord, nextLetter } from '../../ui/addRecord.ts'
import { Button, Empty, Page, SetupLetter } from '../../ui/parts.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { LightAside } from './LightAside.tsx'
import { LightPlan, STEPS, type Thing } from './LightPlan.tsx'
import { Selected } from './Selected.tsx'
import { SetupFields } from './SetupFields.tsx'
import { copySetup } from './copySetup.ts'
import { addMark, placeCamera } from './placing.ts'
import { LIGHT_MAP_STEPS, setupDifference } from '@kavrell/core/light'
import type { RecordOf } from '@kavrell/core/records'
import { lampsOfSetup, readSetup } from '@kavrell/core/setup'

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
            <Button
              kind="bare"
              key={s.id}
              display="inline-flex"
              alignItems="center"
              gap="6px"
              py="3px"
              pr="8px"
              borderBottom="2px solid"
              borderColor={s.id === setup.id ? 'action' : 'transparent'}
              fontWeight={s.id === setup.id ? 700 : 400}
              role="tab"
              aria-selected={s.id === setup.id}
              onClick={() => {
                setChosen(s.id)
                setSelected(null)
              }}
            >
              <SetupLetter letter={s.letter} colour={s.colour} />
              {s.name}
            </Button>
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
  const parent = setup.parentId ? production.setup[setup.parentId] : undefined
  const difference = parent ? setupDifference(lampsOfSetup(production, parent.id), lamps, units) : null
  return (
    <Page
      asideWidth="400px"
      aside={<LightAside setup={setup} spot={spot} reading={reading} selectedId={selected?.id} onSelect={onSelect} />}
    >
      <Flex align="baseline" gap="10px" mb="8px" wrap="wrap">
        <SetupLetter letter={setup.letter} colour={setup.colour} size={26} />
        <Text as="h1" fontSize="title" fontWeight={700}>
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
      <Flex align="center" gap="10px" mt="8px" fontSize="note" color="soft" wrap="wrap">
        <Text>lux at face height</Text>
        <Flex>
          {STEPS.map((c, i) => (
            <Box key={c} w="34px" borderTop="9px solid" borderColor={c} fontSize="tiny" fontFamily="mono">
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
              const id = addMark(setup, spot, reading.marks)
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
              <Button key={c.id} onClick={() => placeCamera(setup, spot, c)}>
                Place camera {c.letter}
              </Button>
            ))}
        </Flex>
      )}
      {selected && <Selected thing={selected} setup={setup} onGone={() => onSelect(null)} />}
      <SetupFields setup={setup} />
    </Page>
  )
}
