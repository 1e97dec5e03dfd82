import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import { useParts } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { Button } from '../../ui/parts.tsx'
import { counted, hours } from '@kavrell/core/text'

/** The rules that checks judge by. A snag's rule is reached as `#its-field`: the field opens and is chosen. */
export function HouseRules() {
  const { production: p } = useParts('production')
  const { hash, key } = useLocation()
  const asked = hash.slice(1)
  /** What was pressed last, and at which visit: a later one to a rule opens it again. */
  const [pressed, setPressed] = useState<{ readonly open: boolean; readonly key: string } | null>(null)
  const open = pressed?.key === key ? pressed.open : asked !== ''
  useEffect(() => {
    const field = asked && document.getElementsByName(`production.${asked}`)[0]
    if (field) {
      field.scrollIntoView({ block: 'center' })
      field.focus()
    }
  }, [asked, key])
  const groups = [
    [
      'Cards',
      [
        'copiesBeforeWipe',
        'checkedBeforeWipe',
        'holdersBeforeWipe',
        'placesBeforeWipe',
        'cardSchool',
        'handOvers',
        'hashName',
      ],
    ],
    ['Hours', ['longestDayMin', 'shortestRestMin', 'mealEveryMin']],
    ['Light and power', ['mainsHz', 'mainsVolts', 'circuitHeadroomPct', 'shutterSchool']],
    ['Once only', ['onceOnlyPictures', 'onceOnlySounds']],
    ['Minutes a change takes', ['relightMin', 'turnMin', 'rigMin', 'moveMin', 'spotMoveMin', 'wrapOutMin']],
    ['Paper and units', ['units', 'dateOrder', 'paper', 'slateScheme', 'slateLetters']],
    ['Colour', ['strayLimit', 'alikeLimit']],
    ['Money', ['budgetMinor', 'contingencyPct']],
  ] as const
  return (
    <Box>
      <Flex align="center">
        <Text fontWeight={700} fontSize="lead">
          House rules
        </Text>
        <Button ml="auto" onClick={() => setPressed({ open: !open, key })} aria-expanded={open}>
          {open ? 'Done' : 'Change'}
        </Button>
      </Flex>
      {open ? (
        groups.map(([title, fields]) => (
          <Box key={title} mt="12px">
            <Text fontWeight={600} mb="4px">
              {title}
            </Text>
            <Grid templateColumns="1fr 1fr" gap="8px">
              {fields.map((f) => (
                <RecordField key={f} kind="production" id={p.id} field={f} />
              ))}
            </Grid>
          </Box>
        ))
      ) : (
        <Box color="soft" mt="8px" lineHeight="1.75">
          <Text>
            {counted(p.copiesBeforeWipe, 'copy', 'copies')}, {p.checkedBeforeWipe} checked,{' '}
            {counted(p.holdersBeforeWipe, 'pair')} of hands
            {p.placesBeforeWipe > 0 && `, ${counted(p.placesBeforeWipe, 'place')}`}, then{' '}
            {p.cardSchool === 'wipe' ? 'wipe' : 'still hold until home'}.
          </Text>
          <Text>
            Longest day {hours(p.longestDayMin)}, rest {hours(p.shortestRestMin)}, meal within {hours(p.mealEveryMin)}.
          </Text>
          <Text>
            Shutter {p.shutterSchool === 'half' ? '180° unless a shot says otherwise' : 'free, per shot'}; mains{' '}
            {p.mainsHz} Hz, {p.mainsVolts} V.
          </Text>
          <Text>
            Once only: {counted(p.onceOnlyPictures, 'picture')}, {counted(p.onceOnlySounds, 'sound')}.
          </Text>
          <Text>Circuits to {p.circuitHeadroomPct} %.</Text>
          <Text>
            Relight {p.relightMin}, turn {p.turnMin}, rig {p.rigMin}, move {p.moveMin}, wrap out {p.wrapOutMin} min.
          </Text>
          <Text>
            {p.units === 'metric' ? 'Metric' : 'Feet'}, paper {p.paper}.
          </Text>
        </Box>
      )}
    </Box>
  )
}
