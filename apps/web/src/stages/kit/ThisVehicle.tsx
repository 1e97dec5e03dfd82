import { Flex, Popover, Portal } from '@chakra-ui/react'
import type { Id } from '@kavrell/core/records'
import { takeOut } from '../../ui/addRecord.ts'
import { Button } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

/** What a vehicle is called, may carry, and who drives it. */
export function ThisVehicle({ id, name }: { id: Id<'vehicle'>; name: string }) {
  return (
    <Popover.Root positioning={{ placement: 'bottom-end' }}>
      <Popover.Trigger asChild>
        <Button kind="quiet" aria-label={`About ${name}`}>
          About it
        </Button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content>
            <Popover.Body>
              <Flex direction="column" gap="10px">
                {(['name', 'carriesKg', 'driverId'] as const).map((field) => (
                  <RecordField key={field} kind="vehicle" id={id} field={field} />
                ))}
                <Button kind="word" onClick={() => takeOut('vehicle', id, name)}>
                  Take it off the list
                </Button>
              </Flex>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  )
}
