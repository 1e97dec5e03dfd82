import { fail, ok, type Outcome } from '../outcome/index.ts'

/** Digests a copy can be held against; lists are called after them. */
export const HASH_NAMES = ['xxh64', 'xxh3', 'xxh128', 'md5', 'sha1', 'sha256', 'c4'] as const
export type HashName = (typeof HASH_NAMES)[number]
export interface HashLine {
  readonly digest: string
  readonly path: string
}

/** What each looks like. */
export const DIGEST: Readonly<Record<HashName, string>> = {
  xxh64: '[0-9a-f]{16}',
  xxh3: '[0-9a-f]{16}',
  xxh128: '[0-9a-f]{32}',
  md5: '[0-9a-f]{32}',
  sha1: '[0-9a-f]{40}',
  sha256: '[0-9a-f]{64}',
  c4: 'c4[1-9A-HJ-NP-Za-km-z]{88}',
}

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
    const match = new RegExp(`^(\\\\?)(${DIGEST[name]}) [ *](.+)$`, 's').exec(raw)
    if (!match) return fail({ code: 'bad-hash-line', line: index + 1 })
    const path = match[1]
      ? match[3]!.replace(/\\(.)/g, (_, c: string) => (c === 'n' ? '\n' : c === 'r' ? '\r' : c))
      : match[3]!
    lines.push({ digest: match[2]!, path })
  }
  return ok(lines)
}

/** What a list says of itself, in a file beside it: a list that was cut short no longer agrees with it. */
export interface Seal {
  readonly files: number
  readonly bytes: number
  /** Of the list's own text. */
  readonly digest: string
}

/** Three plain lines. They stand apart from the list, since strict readers of lists take no other lines. */
export const sealText = ({ files, bytes, digest }: Seal, name: HashName): string =>
  `files ${files}\nbytes ${bytes}\n${name} of the list ${digest}\n`

/** Reads a seal; null when it is none, or was cut. */
export function parseSeal(text: string, name: HashName): Seal | null {
  const match = new RegExp(`^files (\\d+)\\nbytes (\\d+)\\n${name} of the list (${DIGEST[name]})\\n$`).exec(text)
  return match && { files: Number(match[1]), bytes: Number(match[2]), digest: match[3]! }
}
