import { type Palette } from './palette.ts'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useOpenSnags, useProduction } from '../../store/selectors.ts'
import { Button, Hint } from '../../ui/parts.tsx'
import { colourName, scenesOfPalette } from '@kavrell/core/colour'

/** Palettes scene by scene: numbers, colours, what they are meant to be, and what strays from them. */
export function PaletteRows({
  palettes,
  onChoose,
  chosen,
}: {
  palettes: readonly Palette[]
  onChoose?: (id: string) => void
  chosen?: string | null
}) {
  const production = useProduction()
  const { scene, lookItem } = production
  const snags = useOpenSnags()
  if (palettes.length === 0)
    return <Hint>No palette yet. Drop a reference below: its colours are drawn out of it.</Hint>
  return (
    <Box role="list" aria-label="Palettes">
      {palettes.map((palette) => {
        const held = scenesOfPalette(Object.values(production.scene), palette)
        const scenes = held.flatMap((id) => scene[id] ?? [])
        const about = snags.filter(
          (s) =>
            (s.check === 'brief.palettes-alike' && s.about.id === palette.id) ||
            (s.check === 'brief.colour-strays' &&
              lookItem[s.about.id]?.sceneIds.some((id) => held.includes(id)) &&
              s.says.includes(palette.name)),
        )
        return (
          <Flex
            key={palette.id}
            role="listitem"
            align="center"
            gap={{ base: '4px 10px', md: '14px' }}
            wrap={{ base: 'wrap', md: 'nowrap' }}
            py="6px"
            borderBottom="1px solid"
            borderColor="line"
            bg={palette.id === chosen ? 'leaf' : undefined}
          >
            <Text w={{ base: '30px', md: '42px' }} fontWeight={700} flexShrink={0}>
              {scenes.map((s) => s.number).join(', ')}
            </Text>
            <Box w={{ base: '112px', md: '150px' }} flexShrink={0}>
              {onChoose ? (
                <Button
                  kind="bare"
                  textAlign="left"
                  cursor="pointer"
                  fontWeight={palette.id === chosen ? 700 : 400}
                  onClick={() => onChoose(palette.id)}
                >
                  {palette.name}
                </Button>
              ) : (
                <Text>{palette.name}</Text>
              )}
            </Box>
            <Flex
              flex={{ base: '1 0 160px', md: '0 0 176px' }}
              h="34px"
              role="img"
              aria-label={palette.colours.map((c) => c.name || colourName(c.hex)).join(', ') || 'no colours yet'}
            >
              {palette.colours.map((c, i) => (
                <Box key={i} flex="1" style={{ background: c.hex }} title={`${c.name || colourName(c.hex)} ${c.hex}`} />
              ))}
            </Flex>
            <Text color="soft" fontSize="small">
              {palette.note}
              {palette.stretch ? ` (${palette.stretch})` : ''}
              {about.map((s) => (
                <Box
                  as="span"
                  key={s.says}
                  bg="watchTint"
                  color="watch"
                  px="6px"
                  ml="6px"
                  fontWeight={600}
                  fontSize="note"
                >
                  {s.check === 'brief.colour-strays' ? `${lookItem[s.about.id]?.name} strays` : 'too like another'}
                </Box>
              ))}
            </Text>
          </Flex>
        )
      })}
    </Box>
  )
}
