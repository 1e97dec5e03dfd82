import { Box, Flex } from '@chakra-ui/react'
import { commitOrSay } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { extentOf, freePlace } from '@kavrell/core/geometry'
import { outlineOfSpot } from '@kavrell/core/place'
import { type RecordOf, updateRecord } from '@kavrell/core/records'

type Spot = RecordOf<'spot'>

/** Photographs of a spot; those that are pinned have their number on the plan. */
export function SpotPictures({
  spot,
  pictures,
  pinned,
}: {
  spot: Spot
  pictures: readonly RecordOf<'picture'>[]
  pinned: readonly RecordOf<'picture'>[]
}) {
  const rights = useRights()
  const outline = outlineOfSpot(spot)
  const pin = (picture: RecordOf<'picture'>) => {
    const { leftM, topM, widthM, depthM } = extentOf(outline)
    const taken = pinned.flatMap(({ xM, yM }) => (xM !== null && yM !== null ? [{ xM, yM }] : []))
    const free = freePlace({ xM: leftM + widthM / 2, yM: topM + depthM / 2 }, taken, outline)
    commitOrSay('Pin a picture to the plan', [updateRecord('picture', picture.id, { ...free })])
  }
  return (
    <Section title="Seen there">
      <Flex gap="6px" wrap="wrap" mb="8px">
        {pictures.map((p) => {
          const at = pinned.indexOf(p)
          return (
            <Box key={p.id} position="relative">
              <Picture picture={p} width={84} height={58} />
              {at >= 0 ? (
                <Box
                  position="absolute"
                  top="4px"
                  left="4px"
                  bg="ink"
                  color="leaf"
                  fontSize="tiny"
                  fontWeight={700}
                  px="5px"
                >
                  {at + 1}
                </Box>
              ) : (
                rights.plan && (
                  <Button kind="quiet" onClick={() => pin(p)}>
                    Pin it
                  </Button>
                )
              )}
            </Box>
          )
        })}
      </Flex>
      {rights.plan && (
        <DropPictures given={{ purpose: 'scout', spotId: spot.id }}>
          Drop or take photographs of {spot.name}
        </DropPictures>
      )}
    </Section>
  )
}
