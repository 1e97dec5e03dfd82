import { blank, type Change, type KindName, type RecordFields } from '@kavrell/contract'

/** Collects records by name and turns them into the changes of one edit. Names stand for ids that are made once. */
export class Builder {
  readonly changes: Change[] = []
  readonly #ids = new Map<string, string>()

  constructor(private readonly newId: () => string) {}

  id(kind: KindName, name: string): string {
    const key = `${kind}/${name}`
    const id = this.#ids.get(key) ?? this.newId()
    this.#ids.set(key, id)
    return id
  }

  add<K extends KindName>(kind: K, name: string, fields: Partial<RecordFields<K>>): string {
    const id = this.id(kind, name)
    this.changes.push({ op: 'create', kind, id, fields: blank(kind, fields) })
    return id
  }
}
