import { Box, Flex } from '@chakra-ui/react'
import { addRecord, nextNumbered } from '../../ui/addRecord.ts'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { useParts, useRights } from '../../store/selectors.ts'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { addressOf, ENDPOINTS, type MediaVolume } from '@kavrell/contract'
import type { RecordOf } from '@kavrell/core/records'

/** Two cards under one name, or in one folder, would be taken for each other. */
const labelsAndFolders = (volumes: readonly { label: string; folder: string }[]) =>
  volumes.flatMap((v) => [v.label, v.folder])

/** What one more like it costs, for whoever sees the money. */
const NEW_ONE = { field: 'valueMinor', head: 'a new one', width: 78, align: 'right', mono: true } as const

/** What is called how and lies where: cards and drives, and what the reader sees that is neither. */
export function Labels({
  cards,
  drives,
  unlisted,
}: {
  cards: readonly RecordOf<'card'>[]
  drives: readonly RecordOf<'drive'>[]
  unlisted: readonly MediaVolume[]
}) {
  const rights = useRights()
  const { cardReader, hub, production } = useParts('cardReader', 'hub', 'production')
  const hubs = Object.values(hub)
  const readers = Object.values(cardReader)
  return (
    <>
      {unlisted.length > 0 && (
        <Section title="Seen by the reader, not listed">
          <Flex gap="8px" wrap="wrap">
            {unlisted.map((v) => (
              <Button
                key={`${v.kind} ${v.folder}`}
                onClick={() =>
                  v.kind === 'card'
                    ? addRecord('card', `List card ${v.folder}`, {
                        label: v.folder.slice(0, 12),
                        folder: v.folder,
                        medium: v.medium,
                      })
                    : addRecord('drive', `List drive ${v.folder}`, { label: v.folder.slice(0, 12), folder: v.folder })
                }
              >
                List {v.kind} {v.folder}
              </Button>
            ))}
          </Flex>
        </Section>
      )}
      <Section title="Labels and sizes">
        <PaperLink
          display="inline-block"
          mb="8px"
          href={addressOf(ENDPOINTS.labelsPdf, { productionId: production.id })}
        >
          Labels to stick on, on paper
        </PaperLink>
        <Sheet
          kind="card"
          name="Cards"
          rows={cards}
          onAdd={() => {
            const label = nextNumbered('A', labelsAndFolders(cards))
            addRecord('card', 'Add a card', { label, folder: label })
          }}
          columns={[
            { field: 'label', head: 'card', width: 70 },
            { field: 'cameraId', head: 'camera', width: 70 },
            { field: 'recorderId', head: 'sound', width: 70 },
            { field: 'capacityGb', head: 'size, GB', width: 80, align: 'right', mono: true },
            { field: 'folder', head: 'folder in the reader', width: 150, mono: true },
            { field: 'serial', head: 'serial', width: 110, mono: true },
            { field: 'readMBps', head: 'reads, MB/s', width: 90, align: 'right', mono: true },
            ...(rights.money ? [NEW_ONE] : []),
          ]}
        />
        <Box mt="12px">
          <Sheet
            kind="drive"
            name="Drives"
            rows={drives}
            onAdd={() => {
              const label = nextNumbered('S', labelsAndFolders(drives))
              addRecord('drive', 'Add a drive', { label, folder: label })
            }}
            columns={[
              { field: 'label', head: 'drive', width: 70 },
              { field: 'speed', head: 'speed', width: 70 },
              { field: 'capacityGb', head: 'size, GB', width: 80, align: 'right', mono: true },
              { field: 'folder', head: 'folder', width: 130, mono: true },
              { field: 'hubId', head: 'hangs on', width: 90 },
              { field: 'serial', head: 'serial', width: 110, mono: true },
              { field: 'readMBps', head: 'reads, MB/s', width: 90, align: 'right', mono: true },
              { field: 'writeMBps', head: 'writes, MB/s', width: 95, align: 'right', mono: true },
              ...(rights.money ? [NEW_ONE] : []),
            ]}
          />
        </Box>
        <Box mt="12px">
          <Sheet
            kind="cardReader"
            name="Readers"
            rows={readers}
            onAdd={() => addRecord('cardReader', 'Add a reader', { name: nextNumbered('R', readers.map(({ name }) => name)) })} // prettier-ignore
            columns={[
              { field: 'name', head: 'reader', width: 120 },
              { field: 'cards', head: 'cards at once', width: 95, align: 'right', mono: true },
              { field: 'hubId', head: 'hangs on', width: 90 },
              { field: 'serial', head: 'serial', width: 110, mono: true },
              { field: 'readMBps', head: 'reads, MB/s', width: 90, align: 'right', mono: true },
            ]}
          />
        </Box>
        <Box mt="12px">
          <Sheet
            kind="hub"
            name="Hubs"
            rows={hubs}
            onAdd={() => addRecord('hub', 'Add a hub', { name: nextNumbered('Hub ', hubs.map(({ name }) => name)) })} // prettier-ignore
            columns={[
              { field: 'name', head: 'machine or hub', width: 130 },
              { field: 'is', head: 'is', width: 95 },
              { field: 'onId', head: 'hangs on', width: 110 },
              { field: 'passesMBps', head: 'passes, MB/s', width: 95, align: 'right', mono: true },
              { field: 'serial', head: 'serial', width: 110, mono: true },
            ]}
          />
        </Box>
      </Section>
    </>
  )
}
