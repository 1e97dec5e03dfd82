import { asId, type Change, createRecord, type Id, type KindName, type RecordFields } from '@kavrell/core/records'

/** Collects records by name and turns them into the changes of one edit. Names stand for ids that are made once. */
export class Builder {
  readonly changes: Change[] = []
  readonly #ids = new Map<string, string>()

  constructor(private readonly newId: () => string) {}

  id<K extends KindName>(kind: K, name: string): Id<K> {
    const key = `${kind}/${name}`
    const id = this.#ids.get(key) ?? this.newId()
    this.#ids.set(key, id)
    return asId(id)
  }

  add<K extends KindName>(kind: K, name: string, fields: Partial<RecordFields<K>>): Id<K> {
    const id = this.id(kind, name)
    this.changes.push(createRecord(kind, fields, id))
    return id
  }
}
