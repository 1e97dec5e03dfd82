import { type Palette, savePalette } from './palette.ts'
import { newRank } from '../../store/newRank.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useRights, useParts } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Section } from '../../ui/parts.tsx'
import { colourName } from '@kavrell/core/colour'
import { type RecordOf, byRank, lastRank } from '@kavrell/core/records'

export function References({ palette }: { palette: Palette | undefined }) {
  const production = useParts('picture', 'palette')
  const rights = useRights()
  const pictures = Object.values(production.picture)
    .filter((p) => p.purpose === 'reference')
    .sort(byRank)
  const take = (hex: string) => {
    if (!palette || palette.colours.some((c) => c.hex === hex)) return
    savePalette(`Take a colour into ${palette.name}`, palette.id, {
      colours: [...palette.colours, { hex, name: colourName(hex), role: '' }],
    })
  }
  const asPalette = (picture: RecordOf<'picture'>) =>
    addRecord('palette', `Palette from ${picture.caption || 'a picture'}`, {
      name: (picture.caption || 'From a picture').slice(0, 60),
      colours: picture.colours.map(({ hex }) => ({ hex, name: colourName(hex), role: '' as const })),
      rank: newRank(lastRank(Object.values(production.palette))),
    })
  return (
    <Section title="References">
      <Grid templateColumns="repeat(auto-fill, minmax(172px, 1fr))" gap="12px" mb="10px">
        {pictures.map((p) => (
          <Box key={p.id} data-reference={p.caption}>
            <Picture picture={p} width="100%" height={104} />
            <Flex h="22px" mt="3px">
              {p.colours.map((c) => (
                <Button
                  kind="bare"
                  key={c.hex}
                  h="22px"
                  style={{ background: c.hex, flexGrow: Math.max(0.08, c.share) }}
                  cursor={palette ? 'copy' : 'default'}
                  _disabled={{ opacity: 1 }}
                  aria-label={`${colourName(c.hex)} ${c.hex}, ${Math.round(c.share * 100)} %${palette ? `: take into ${palette.name}` : ''}`}
                  disabled={!rights.plan || !palette}
                  onClick={() => take(c.hex)}
                />
              ))}
            </Flex>
            <Flex align="center">
              <Text truncate fontSize="note" color="soft">
                {p.caption}
              </Text>
              {rights.plan && (
                <>
                  <Button kind="quiet" ml="auto" onClick={() => asPalette(p)} disabled={p.colours.length === 0}>
                    Palette
                  </Button>
                  <Button kind="quiet" onClick={() => takeOut('picture', p.id, p.caption || 'the picture')}>
                    Remove
                  </Button>
                </>
              )}
            </Flex>
          </Box>
        ))}
      </Grid>
      {rights.plan && (
        <DropPictures given={{ purpose: 'reference' }}>
          Drop pictures here, or choose them. Their colours are drawn out of them; press one to take it into the palette
          above.
        </DropPictures>
      )}
    </Section>
  )
}
