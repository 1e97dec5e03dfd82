/** What the operating system's refusal means for the person copying, one sentence. */
export function sayFault(error: unknown, what: string): string {
  const code = (error as NodeJS.ErrnoException | null)?.code
  switch (code) {
    case 'ENOSPC':
    case 'EDQUOT':
      return `${what}: the drive is full.`
    case 'ENOENT':
    case 'ENODEV':
    case 'ENXIO':
    case 'ENOTDIR':
      return `${what}: it is no longer there. Was the drive or card pulled?`
    case 'EIO':
      return `${what}: the medium could not be read or written. Do not trust it.`
    case 'EROFS':
    case 'EACCES':
    case 'EPERM':
      return `${what}: not allowed to write there.`
    case 'EEXIST':
      return `${what}: something of that name is already there and was left alone.`
    case 'EOUTSIDE':
      return `${what}: leads out of its card or drive through a link and was left alone.`
    case 'ELOOP':
      return `${what}: it is a link and was not followed.`
    case 'ENAMETOOLONG':
      return `${what}: the name is too long for the drive.`
    default:
      return `${what}: ${error instanceof Error ? error.message : String(error)}`
  }
}
