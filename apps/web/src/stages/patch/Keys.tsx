import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { colourName, type HeldColour, judgeKey, type KeyColour, keyColour, USUAL_KEYS } from '@kavrell/core/colour'
import { useRecords } from '../../store/selectors.ts'
import { Hint, Section } from '../../ui/parts.tsx'

/** A plain difference is ten; a key that is told from what stays wants some more. */
const ENOUGH = 25

/** Which colour can be keyed: far from whatever has to stay in the picture. */
export function Keys() {
  const [palettes, items] = [useRecords('palette'), useRecords('lookItem')]
  const keys = useMemo(() => {
    const held: HeldColour[] = [
      ...Object.values(items).map(({ hex, name }) => ({ hex, name })),
      ...Object.values(palettes).flatMap(({ colours, name }) =>
        colours.map((colour) => ({ hex: colour.hex, name: `${colour.name || colourName(colour.hex)} of ${name}` })),
      ),
    ]
    return {
      held: held.length,
      of: [
        ['proposed', keyColour(held)],
        ['green', judgeKey(USUAL_KEYS.green, held)],
        ['blue', judgeKey(USUAL_KEYS.blue, held)],
      ] as const,
    }
  }, [palettes, items])
  if (keys.held === 0) return null
  return (
    <Section title="A colour to key">
      {keys.of.map(([which, key]) => (
        <KeyLine key={which} which={which} of={key} />
      ))}
      <Hint>
        Held against {keys.held} colours of wardrobe, props, set and palettes, and against skin from light to dark.
        About 10 is plainly another colour. Light that falls from the key onto what stays is not reckoned.
      </Hint>
    </Section>
  )
}

const NAMES = { proposed: 'furthest from all', green: 'usual green', blue: 'usual blue' } as const

function KeyLine({ which, of: { hex, name, difference, nearest } }: { which: keyof typeof NAMES; of: KeyColour }) {
  const isNear = difference < ENOUGH
  return (
    <Flex
      align="center"
      gap="12px"
      py="5px"
      borderBottom="1px solid"
      borderColor="line"
      data-key={which}
      data-difference={difference.toFixed(1)}
    >
      <Box w="34px" h="22px" style={{ background: hex }} border="1px solid" borderColor="line" aria-hidden />
      <Text minW="150px" fontWeight={which === 'proposed' ? 700 : 400}>
        {NAMES[which]}
        <Text as="span" color="soft" fontWeight={400} display="block" fontSize="note">
          {name}, {hex}
        </Text>
      </Text>
      <Text color={isNear ? 'watch' : 'soft'} fontWeight={isNear ? 700 : 400}>
        {difference.toFixed(0)} from {nearest.name}, the nearest{isNear ? ': it may go with the key' : ''}
      </Text>
    </Flex>
  )
}
