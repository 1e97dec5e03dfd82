import { newId } from '../../store/newId.ts'
import { Grid, Text } from '@chakra-ui/react'
import { stamp } from '../../store/clock.ts'
import { commitOrSay } from '../../store/production.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { Section } from '../../ui/parts.tsx'
import type { MediaVolume } from '@kavrell/contract'
import { createRecord, asId, type RecordOf } from '@kavrell/core/records'
import { sayBytes } from '@kavrell/core/text'

const DESK_ONLY = { base: 'none', md: 'inline' }

/** Each drive with its free room, who holds it, and handing it over. */
export function Drives({
  drives,
  volumeOf,
}: {
  drives: readonly RecordOf<'drive'>[]
  volumeOf: (folder: string) => MediaVolume | undefined
}) {
  const production = useParts('custody', 'person')
  const rights = useRights()
  return (
    <Section title="Drives">
      {drives.map((drive) => {
        const volume = volumeOf(drive.folder)
        const twins = drives.filter((d) => d !== drive && volume && volumeOf(d.folder)?.medium === volume.medium)
        const holder = Object.values(production.custody)
          .filter((c) => c.driveId === drive.id)
          .sort((a, b) => b.version - a.version)[0]
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
              {holder
                ? `with ${production.person[holder.personId]?.name}${holder.place ? `, ${holder.place}` : ''}`
                : 'nobody is down as holding it'}
              {twins.length > 0 && (
                <Text as="span" color="watch" fontWeight={600}>
                  {' '}
                  One medium with {twins.map((d) => d.label).join(', ')} ({volume?.medium}): they count once.
                </Text>
              )}
            </Text>
            {rights.log && <HandOver driveId={drive.id} />}
          </Grid>
        )
      })}
    </Section>
  )
}

function HandOver({ driveId }: { driveId: string }) {
  const { person } = useParts('person')
  const give = (personId: string) => {
    if (personId) {
      const { at, deviceAt } = stamp()
      commitOrSay('Hand over a drive', [
        createRecord('custody', { driveId: asId(driveId), personId: asId(personId), since: at, deviceAt }, newId()),
      ])
    }
  }
  return (
    <Select aria-label="Hand over to" value="" w="150px" onChange={(e) => give(e.target.value)}>
      <option value="">Hand over to …</option>
      {Object.values(person).map((p) => (
        <option key={p.id} value={p.id}>
          {p.name}
        </option>
      ))}
    </Select>
  )
}
