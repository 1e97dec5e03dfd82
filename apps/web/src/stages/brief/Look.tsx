import { newRank } from '../../store/newRank.ts'
import { useState } from 'react'
import { useRights, useParts } from '../../store/selectors.ts'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord } from '../../ui/addRecord.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { inOrder, lastRank } from '@kavrell/core/records'
import { PaletteRows } from './PaletteRows.tsx'
import { References } from './References.tsx'
import { PaletteEditor } from './PaletteEditor.tsx'

/** References, the palettes drawn out of them, and what in front of the camera is held to them. */
export function Look() {
  const production = useParts('palette', 'production', 'lookItem')
  const rights = useRights()
  const palettes = inOrder(production.palette)
  const [chosen, setChosen] = useState<string | null>(null)
  const current = production.palette[chosen ?? ''] ?? palettes[0]
  return (
    <>
      <Section
        title="Palettes"
        actions={
          rights.plan && (
            <Button
              onClick={() => setChosen(addRecord('palette', 'Add a palette', { rank: newRank(lastRank(palettes)) }))}
            >
              Add a palette
            </Button>
          )
        }
      >
        <PaletteRows palettes={palettes} onChoose={setChosen} chosen={current?.id ?? null} />
        {current && <PaletteEditor key={current.id} palette={current} />}
      </Section>
      <References palette={current} />
      <Section title="Wardrobe, props and set">
        <Hint>
          Each carries its colour and is held to the palettes of its scenes; from {production.production.strayLimit} ΔE
          on it strays.
        </Hint>
        <Sheet
          kind="lookItem"
          name="Items"
          rows={Object.values(production.lookItem).sort((a, b) => (a.id < b.id ? -1 : 1))}
          onAdd={() => addRecord('lookItem', 'Add an item')}
          columns={[
            {
              field: 'hex',
              head: 'colour',
              width: 92,
              mono: true,
              show: (item) => (
                <>
                  <span style={{ width: 16, height: 16, background: item.hex, marginRight: 6, flexShrink: 0 }} />
                  {item.hex}
                </>
              ),
            },
            { field: 'name', head: 'what', width: 180 },
            { field: 'type', head: 'kind', width: 80 },
            { field: 'personId', head: 'worn by', width: 120 },
            { field: 'sceneIds', head: 'scenes', width: 200 },
            { field: 'note', head: 'note', width: 140, grow: true },
          ]}
        />
      </Section>
      <SnagList stage="brief" about={(s) => s.about.kind === 'lookItem' || s.about.kind === 'palette'} />
    </>
  )
}
