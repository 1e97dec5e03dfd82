/**
 * A JSON value without NUL and halves of surrogate pairs: they come along with pasted text, unseen, and no database
 * text can hold them. They are left out: refused, nobody would find what to take away.
 */
export function keepable(json: unknown): unknown {
  const root: Record<string, unknown> = { json }
  const waiting: { holder: Record<string, unknown>; name: string }[] = [{ holder: root, name: 'json' }]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { holder, name } = next
    const value = holder[name]
    if (typeof value === 'string') holder[name] = value.replace(/[\0\p{Surrogate}]/gu, '')
    else if (typeof value === 'object' && value !== null)
      for (const inner of Object.keys(value)) waiting.push({ holder: value as Record<string, unknown>, name: inner })
  }
  return root.json
}
