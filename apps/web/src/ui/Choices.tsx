import { Combobox, Portal } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** What can be chosen, hanging from the line in which it is typed. */
export const Choices = ({
  items,
  minW,
  empty,
}: {
  items: readonly { readonly value: string; readonly label: string }[]
  minW?: string
  /** Said where nothing is left to choose. */
  empty?: ReactNode
}) => (
  <Portal>
    <Combobox.Positioner>
      <Combobox.Content minW={minW}>
        {empty !== undefined && <Combobox.Empty>{empty}</Combobox.Empty>}
        {items.map((item) => (
          <Combobox.Item key={item.value} item={item}>
            <Combobox.ItemText>{item.label}</Combobox.ItemText>
            <Combobox.ItemIndicator />
          </Combobox.Item>
        ))}
      </Combobox.Content>
    </Combobox.Positioner>
  </Portal>
)
