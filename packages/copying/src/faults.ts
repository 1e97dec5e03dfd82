/**
 * What the operating system's refusal means for the person copying, one sentence.
 * @param doing what was refused: reading a card or a copy, or writing to a drive
 */
export function sayFault(error: unknown, what: string, doing: 'read' | 'write' = 'write'): string {
  const code = codeOf(error)
  switch (code) {
    case 'ENOSPC':
    case 'EDQUOT':
      return `${what}: the drive is full.`
    case 'ENOENT':
    case 'ENODEV':
    case 'ENXIO':
      return `${what}: it is no longer there. Was the drive or card pulled?`
    case 'EIO':
      return `${what}: the medium could not be read or written. Do not trust it.`
    case 'EROFS':
      return `${what}: the drive can only be read.`
    case 'EACCES':
    case 'EPERM':
      return doing === 'read' ? `${what}: not allowed to read it.` : `${what}: not allowed to write there.`
    case 'EEXIST':
      return `${what}: something of that name is already there and was left alone.`
    case 'ENOTDIR':
      return `${what}: a file is in the way where a folder of that name belongs.`
    case 'EISDIR':
      return `${what}: a folder is in the way where a file of that name belongs.`
    case 'EOUTSIDE':
      return `${what}: leads out of its card or drive through a link and was left alone.`
    case 'ELOOP':
      return `${what}: it is a link and was not followed.`
    case 'ENAMETOOLONG':
      return doing === 'read'
        ? `${what}: the name is too long to be read.`
        : `${what}: the name is too long for the drive.`
    case 'EINVAL':
    case 'EILSEQ':
      return `${what}: the drive does not take this name.`
    case 'EFBIG':
      return `${what}: too large for the way this drive is formatted.`
    case 'ERUNNING':
      return `${what}: another copy into this folder is under way.`
    default:
      return `${what}: ${error instanceof Error ? error.message : String(error)}`
  }
}

export const codeOf = (error: unknown): string => (error as NodeJS.ErrnoException | null)?.code ?? ''

const OF_ONE_FILE = new Set(
  'EEXIST ENOTDIR EISDIR EOUTSIDE ELOOP ENAMETOOLONG EINVAL EILSEQ EFBIG EACCES EPERM'.split(' '),
)

/** Whether a refusal to write is about one file: the drive takes others. */
export const isOfOneFile = (error: unknown): boolean => OF_ONE_FILE.has(codeOf(error))
