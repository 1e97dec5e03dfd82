import { type DirectoryPerson, ENDPOINTS } from '@kavrell/contract'
import { mergePeople } from '@kavrell/core/beginnings'
import { ask } from '../../store/api.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { FromElsewhere } from '../../ui/FromElsewhere.tsx'

/** What one production did not know of somebody another does. */
const filledIn = (known: DirectoryPerson, another: DirectoryPerson): DirectoryPerson => ({
  ...known,
  ...Object.fromEntries(Object.entries(another).filter(([name]) => !known[name as keyof DirectoryPerson])),
})

function put(person: DirectoryPerson): void {
  const { changes, added, filledIn } = mergePeople(useProductionStore.getState().records, [person], newId)
  if (changes.length > 0 && !commitOrSay(`Bring ${person.name}`, changes)) return
  say(added ? `${person.name} is down for all days.` : filledIn ? `${person.name} is filled in.` : `${person.name} is here already.`, 'info', changes.length > 0) // prettier-ignore
}

/** People of one's other productions, found by name, role or production, and put into this one. */
export const FromOthers = () => (
  <FromElsewhere<DirectoryPerson>
    opener="People of your other productions"
    find="Find somebody"
    hint="Name, role or production"
    none="You plan no other production that has people."
    load={() => ask(ENDPOINTS.directory, {})}
    // Two of one name are two, until a mail or a telephone says otherwise.
    keyOf={({ email, name, phone }) => email || `${name} ${phone}`}
    join={filledIn}
    note={({ role }) => role}
    onPut={put}
  />
)
