import { Box, Flex, Text } from '@chakra-ui/react'
import { type PackedThing, type Packing, recase } from '@kavrell/core/packing'
import { clock } from '@kavrell/core/text'
import { commitOrSay } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

const put = (thing: PackedThing, label: string) =>
  commitOrSay(`${thing.name} into case ${label}`, recase([thing], label))

/** What goes and is in no case, what is wanted first at the top, with the cases it can go in. */
export function InNoCase({ packing, onList }: { packing: Packing; onList: (() => void) | undefined }) {
  const rights = useRights()
  const { loose, unknownLabels } = packing
  const labels = [...packing.vehicles.flatMap((one) => one.cases), ...packing.onTheFloor].map(
    ({ record }) => record.label,
  )
  if (loose.length === 0) return null
  return (
    <Box>
      <Text fontWeight={700} mb="4px">
        In no case yet
      </Text>
      {unknownLabels.length > 0 && onList && (
        <Box bg="watchTint" px="10px" py="8px" mb="6px">
          <Text>Things go in {unknownLabels.join(', ')}, and no case is called that.</Text>
          <Button mt="6px" onClick={onList}>
            List {unknownLabels.length === 1 ? 'that case' : `those ${unknownLabels.length} cases`}
          </Button>
        </Box>
      )}
      {loose.map((thing) => (
        <Flex
          key={thing.id}
          align="center"
          gap="10px"
          py="6px"
          borderBottom="1px solid"
          borderColor="line"
          data-loose={thing.name}
        >
          <Box minW={0} flex="1">
            <Text fontWeight={600} css={{ overflowWrap: 'anywhere' }}>
              {thing.count > 1 ? `${thing.count} × ` : ''}
              {thing.name}
            </Text>
            <Text color="soft" fontSize="note">
              {[
                thing.wanted ? `wanted ${clock(thing.wanted.atMin)}` : 'no shot asks for it',
                thing.caseLabel && `goes in ${thing.caseLabel}`,
              ]
                .filter(Boolean)
                .join(', ')}
            </Text>
          </Box>
          {rights.plan && labels.length > 0 && (
            <Select
              w="120px"
              aria-label={`Case for ${thing.name}`}
              value=""
              onChange={(e) => put(thing, e.target.value)}
            >
              <option value="">Put in …</option>
              {labels.map((label) => (
                <option key={label}>{label}</option>
              ))}
            </Select>
          )}
        </Flex>
      ))}
    </Box>
  )
}
