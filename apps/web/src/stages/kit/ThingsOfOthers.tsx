import { ENDPOINTS, type InventoryItem } from '@kavrell/contract'
import { createRecord, type RecordFields } from '@kavrell/core/records'
import { ask } from '../../store/api.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { FromElsewhere } from '../../ui/FromElsewhere.tsx'

function put(thing: InventoryItem): void {
  const { all: _all, of: _of, productionId: _id, ...fields } = thing as InventoryItem & { readonly all?: unknown }
  const here = Object.values(useProductionStore.getState().records.kitItem)
  const isHere = here.some((item) => (fields.serial ? item.serial === fields.serial : item.name === fields.name))
  if (isHere) return say(`${fields.name} is on the list already.`)
  if (commitOrSay(`Bring ${fields.name}`, [createRecord('kitItem', fields as Partial<RecordFields<'kitItem'>>, newId())])) say(`${fields.name} is on the list.`, 'info', true) // prettier-ignore
}

/** What one owns by one's other productions, found by name, serial or production, and put into this one. */
export const ThingsOfOthers = () => (
  <FromElsewhere<InventoryItem>
    opener="From your other productions"
    find="Find a thing"
    hint="Name, serial or production"
    none="Nothing is owned in another production that you plan."
    load={() => ask(ENDPOINTS.inventory, {})}
    keyOf={({ serial, name }) => serial || name}
    join={(known, another) => ({ ...known, owned: Math.max(known.owned, another.owned) })}
    note={({ serial }) => serial}
    onPut={put}
  />
)
