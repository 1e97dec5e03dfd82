import { fail, ok, type Outcome } from '../outcome/index.ts'

export type HashName = 'xxh64' | 'md5'
export interface HashLine {
  readonly digest: string
  readonly path: string
}

const DIGITS: Record<HashName, number> = { xxh64: 16, md5: 32 }

/**
 * The plain list that `md5sum -c` and `xxhsum -c` read: digest, two spaces, path from the list's own folder.
 * A name with a backslash or line break is escaped and its line led by a backslash, as GNU coreutils does.
 */
export function hashListText(lines: readonly HashLine[]): string {
  return lines
    .map(({ digest, path }) => {
      const escaped = path.replaceAll('\\', '\\\\').replaceAll('\n', '\\n').replaceAll('\r', '\\r')
      return `${escaped === path ? '' : '\\'}${digest}  ${escaped}\n`
    })
    .join('')
}

/** Reads such a list. A line that is none is refused with its number; nothing is guessed. */
export function parseHashList(
  text: string,
  name: HashName,
): Outcome<HashLine[], { code: 'bad-hash-line'; line: number }> {
  const lines: HashLine[] = []
  for (const [index, raw] of text.split('\n').entries()) {
    if (raw === '') continue
    const match = new RegExp(`^(\\\\?)([0-9a-f]{${DIGITS[name]}}) [ *](.+)$`, 's').exec(raw)
    if (!match) return fail({ code: 'bad-hash-line', line: index + 1 })
    const path = match[1]
      ? match[3]!.replace(/\\(.)/g, (_, c: string) => (c === 'n' ? '\n' : c === 'r' ? '\r' : c))
      : match[3]!
    lines.push({ digest: match[2]!, path })
  }
  return ok(lines)
}
