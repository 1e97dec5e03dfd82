import { Box, Flex, Text } from '@chakra-ui/react'
import type { Loaded } from '@kavrell/core/packing'

/** A vehicle from the side, as it is loaded: each case as long as it is heavy, the doors on the right. */
export function VehicleSide({
  loaded,
  chosenId,
  onChoose,
}: {
  loaded: Loaded
  chosenId: string | null
  onChoose: (id: string) => void
}) {
  // prettier-ignore
  if (loaded.cases.length === 0) return null
  return (
    <Box display={{ base: 'none', md: 'block' }} mb="10px">
      <Flex
        borderWidth="2px 0 2px 2px"
        borderColor="ink"
        p="3px"
        gap="2px"
        h="52px"
        role="group"
        aria-label={`${loaded.vehicle.name} as it is loaded`}
      >
        {loaded.cases.map(({ record, kg, there, of }, i) => {
          const isDone = of > 0 && there === of
          return (
            <Box
              as="button"
              key={record.id}
              flex={`${Math.max(4, kg)} 1 34px`}
              minW={0}
              overflow="hidden"
              border="1.5px solid"
              borderColor={record.id === chosenId ? 'action' : 'line'}
              bg={isDone ? 'well' : 'raised'}
              aria-pressed={record.id === chosenId}
              aria-label={`${i + 1}, case ${record.label}, ${Math.round(kg)} kg`}
              onClick={() => onChoose(record.id)}
              cursor="pointer"
            >
              <Text fontWeight={700} fontSize="small" truncate px="3px">
                {record.label}
              </Text>
              <Text fontSize="note" color="soft">
                {Math.round(kg)}
              </Text>
            </Box>
          )
        })}
      </Flex>
      <Flex justify="space-between" color="faint" fontSize="note" mt="2px">
        <Text>deepest, in first</Text>
        <Text>length is weight, kg</Text>
        <Text>doors, out first</Text>
      </Flex>
    </Box>
  )
}
