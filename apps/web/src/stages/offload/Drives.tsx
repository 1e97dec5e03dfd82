import { Grid, Text } from '@chakra-ui/react'
import type { MediaVolume } from '@kavrell/contract'
import { driveHeld } from '@kavrell/core/cards'
import type { RecordOf } from '@kavrell/core/records'
import { sayBytes } from '@kavrell/core/text'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'
import { HandOver, WhoHasIt } from './HandOver.tsx'

const DESK_ONLY = { base: 'none', md: 'inline' }

/** Each drive with its free room, who holds it, and handing it over. */
export function Drives({
  drives,
  volumeOf,
}: {
  drives: readonly RecordOf<'drive'>[]
  volumeOf: (folder: string) => MediaVolume | undefined
}) {
  const production = useProduction()
  const rights = useRights()
  return (
    <Section title="Drives">
      {drives.map((drive) => {
        const volume = volumeOf(drive.folder)
        const twins = drives.filter((d) => d !== drive && volume && volumeOf(d.folder)?.medium === volume.medium)
        const held = driveHeld(production, drive.id)
        return (
          <Grid
            key={drive.id}
            data-thing={drive.id}
            templateColumns={{ base: '56px 1fr auto', md: '56px 60px 150px 1fr auto' }}
            gap="10px"
            py="6px"
            borderBottom="1px solid"
            borderColor="line"
            alignItems="center"
          >
            <Text fontWeight={700} pl="8px">
              {drive.label}
            </Text>
            <Text color="soft" display={DESK_ONLY}>
              {drive.speed}
            </Text>
            <Text fontFamily="mono" fontSize="small" display={DESK_ONLY}>
              {volume ? `${sayBytes((volume.freeBytes ?? 0) * volume.bytesStandFor)} free` : 'not plugged in'}
            </Text>
            <Text color="soft">
              <WhoHasIt held={held} />
              {twins.length > 0 && (
                <Text as="span" color="watch" fontWeight={600}>
                  {'; '}
                  one medium with {twins.map((d) => d.label).join(', ')} ({volume?.medium}): they count once.
                </Text>
              )}
            </Text>
            {rights.log && <HandOver thing={{ driveId: drive.id }} label={drive.label} held={held} />}
          </Grid>
        )
      })}
    </Section>
  )
}
