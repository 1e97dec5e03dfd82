import path from 'node:path'
import { parseArgs } from 'node:util'
import { stat } from 'node:fs/promises'
import {
  copyTree,
  foldersWithLists,
  listFiles,
  lookAgain,
  recordGeneration,
  sayFault,
  verifyFolder,
  type VerifyOutcome,
} from '@kavrell/copying'
import { HASH_NAMES } from '@kavrell/core/checksums'
import { counted, sayBytes } from '@kavrell/core/text'
import { ltc, probe, sync } from './mediaOf.ts'
import { progressBar } from './progressBar.ts'
import { reckon, RECKONERS } from './reckon.ts'

const HELP = `kavrell copy CARD --to DRIVE [--to DRIVE …] [--hash NAME]
  Copies every file of the folder CARD into DRIVE/NAME-OF-CARD, all drives in one pass, then reads the
  copies back and compares them. Nothing that exists is overwritten. Leaves a hash list beside the files.
  NAME is xxh64 (if not said), xxh3, xxh128, md5, sha1, sha256 or c4. With --history it also leaves the first generation
  of an ASC Media Hash List (version 2) with each copy that was read back and is the same.
kavrell verify FOLDER [--history]
  Reads copies back and compares them with their hash lists: the one in FOLDER, or every one below it. A list
  without its seal does not say how many files there were: what it lists may be the same and the copy is not
  called whole. Histories in a folder ascmhl, of whatever program, are gone by as well. With --history what was found
  is added as the next generation.
kavrell light [FILE]
  Reads a scene as JSON (a room, lamps, cloths, panels, receivers) from FILE or standard input and prints what each
  receiver gets as JSON: unblocked, direct, with one bounce, with all of them and the range of that, in lux.
kavrell order [FILE]
  Reads shots as JSON (with minutes, stands, windows, what comes before what) and prints the order that is over first,
  its end, a bound that none is over before, and whether that is proven; or which of them cannot be done together.
kavrell cover [FILE]
  Reads an event that happens once (cameras with their limits, people, places) and prints who restarts or reloads which
  camera when, with fewest visits and then most slack; or the first second nobody can hold.
kavrell radio [FILE]
  Reads frequencies and prints what disturbs what; or a band, and prints the largest set that leaves one another alone.
kavrell chain [FILE]
  Reads cards, readers, hubs, drives and people and prints when each card is copied, checked and safe, and the order of
  cards that has all of them safe first.
kavrell reconcile [FILE]
  Reads a day's takes and the files on its cards and prints which file is of which take, what nobody logged, what is old.
kavrell probe FILE …
  Prints what sounds and pictures say of themselves: start, rate, length, channels, scene and take.
kavrell ltc FILE
  Prints the timecode that lies as sound in a WAV, with the samples at which each frame begins and ends.
kavrell sync REFERENCE FILE …
  Lays recordings on the first one's clock by their sound and prints offset, drift and how sure that is.
kavrell completion
  Prints words for bash to complete: eval "$(kavrell completion)".

  --json       prints the outcome for programs
  -q, --quiet  prints nothing but faults
  -h, --help   prints this

Leaves with 0 when all is well, 1 when something is not, 2 when the call is wrong.`

const COMPLETION = `_kavrell() {
  local word="\${COMP_WORDS[COMP_CWORD]}"
  case "$word" in
    -*) COMPREPLY=($(compgen -W "--to --hash --history --json --quiet --help" -- "$word")) ;;
    *)
      if [ "$COMP_CWORD" = 1 ]; then COMPREPLY=($(compgen -W "copy verify light order cover radio chain reconcile probe ltc sync completion help" -- "$word"))
      else COMPREPLY=($(compgen -d -- "$word")); fi ;;
  esac
}
complete -o filenames -F _kavrell kavrell`

class WrongCall extends Error {}

const isFolder = (name: string): Promise<boolean> =>
  stat(name).then(
    (found) => found.isDirectory(),
    () => false,
  )

/** How somebody wants to be told. */
interface Telling {
  readonly json: boolean
  readonly quiet: boolean
}
const TELLING = {
  json: { type: 'boolean', default: false },
  quiet: { type: 'boolean', short: 'q', default: false },
} as const

const and = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`
const MOST_TOLD = 20

/** What came of it, for people: each fault on a line, one sentence, and what the program leaves with. */
function tell({ quiet }: Telling, well: boolean, sentence: string, faults: readonly string[]): void {
  for (const fault of faults.slice(0, MOST_TOLD)) console.error(fault)
  if (faults.length > MOST_TOLD) console.error(`and ${faults.length - MOST_TOLD} more.`)
  if (well && quiet) return
  const say = well ? console.log : console.error
  say(`${sentence} Leaving with ${well ? 0 : 1}.`)
}

async function copy(args: string[]): Promise<boolean> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { ...TELLING, to: { type: 'string', multiple: true }, hash: { type: 'string', default: 'xxh64' }, history: { type: 'boolean', default: false } }, // prettier-ignore
  })
  const [source] = positionals
  if (!source || positionals.length !== 1 || !values.to?.length)
    throw new WrongCall('copy takes one card and at least one --to.')
  const hashName = HASH_NAMES.find((name) => name === values.hash)
  if (!hashName) throw new WrongCall(`--hash is one of ${HASH_NAMES.join(', ')}.`)
  const card = path.resolve(source)
  if (!(await isFolder(card))) throw new WrongCall(`${source} is not a folder.`)
  const targets = values.to.map((drive) => ({ id: drive, folder: path.join(path.resolve(drive), path.basename(card)) }))
  if (new Set(targets.map((target) => target.folder)).size < targets.length)
    throw new WrongCall('The same drive is named twice: that would be one copy.')
  for (const { folder } of targets)
    if (`${folder}${path.sep}`.startsWith(`${card}${path.sep}`))
      throw new WrongCall('A copy cannot go into the card itself.')
  for (const drive of values.to)
    if (!(await isFolder(path.resolve(drive)))) throw new WrongCall(`${drive} is not a folder.`)
  const bar = progressBar(values)
  const copied = await copyTree({
    source: card,
    targets,
    hashName,
    onProgress: ({ bytesDone, bytesTotal }) => bar.at('copying', bytesDone, bytesTotal),
  })
  let read = 0
  const toRead = copied.targets.reduce((sum, target) => sum + (target.complete ? target.bytes : 0), 0)
  // Each drive is read at its own speed, beside the others.
  const drives = await Promise.all(
    copied.targets.map(async (target) => {
      // What this run wrote is what is checked, whatever lists lie beside it.
      const expected = { hashName, files: target.copied }
      const check = target.complete
        ? await verifyFolder(targets.find((t) => t.id === target.id)!.folder, {
            expected,
            onBytes: (bytes) => bar.at('reading back', (read += bytes), toRead),
          })
        : null
      const folder = targets.find((t) => t.id === target.id)!.folder
      const files = target.copied.map((file) => ({ ...file, action: 'original' as const }))
      const history = values.history && check?.same ? await recordGeneration(folder, hashName, files, 'transfer', Date.now()) : null // prettier-ignore
      return {
        drive: target.id,
        copied: target.complete,
        checked: check?.same ?? false,
        files: target.files,
        bytes: target.bytes,
        problems: [...target.problems, ...(check?.problems ?? [])],
        notes: [...(check?.notes ?? []), ...(history && 'says' in history ? [history.says] : [])],
      }
    }),
  )
  bar.stop()
  const well = copied.problems.length === 0 && drives.every((drive) => drive.copied && drive.checked)
  if (values.json) {
    console.log(
      JSON.stringify(
        { card: source, files: copied.files, bytes: copied.bytes, problems: copied.problems, drives },
        null,
        2,
      ),
    )
    return well
  }
  const what = `${path.basename(card)}: ${counted(copied.files, 'file')}, ${sayBytes(copied.bytes)}`
  const bad = drives.filter((drive) => !drive.copied || !drive.checked).map((drive) => drive.drive)
  tell(
    values,
    well,
    well
      ? `${what}, copied to ${and(drives.map((drive) => drive.drive))}, read back, the same.`
      : bad.length > 0
        ? `${what}: the copy on ${and(bad)} is not whole. Do not wipe the card.`
        : `${what}: copied, and not all of the card could be. Do not wipe the card.`,
    [
      ...copied.problems,
      ...drives.flatMap((drive) =>
        [...drive.problems, ...(values.history ? drive.notes : [])].map((said) => `${drive.drive}: ${said}`),
      ),
    ],
  )
  return well
}

async function verify(args: string[]): Promise<boolean> {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { ...TELLING, history: { type: 'boolean', default: false } } }) // prettier-ignore
  const [given] = positionals
  if (!given || positionals.length !== 1) throw new WrongCall('verify takes one folder.')
  const root = path.resolve(given)
  if (!(await isFolder(root))) throw new WrongCall(`${given} is not a folder.`)
  const folders = await foldersWithLists(root)
  const outcomes: (VerifyOutcome & { readonly folder: string })[] = []
  const bar = progressBar(values)
  // A folder without a list is told so by the check itself.
  for (const folder of folders.length > 0 ? folders : [root]) {
    const total = (await listFiles(folder)).bytes
    const name = path.relative(root, folder) || path.basename(root)
    let read = 0
    const options = { onBytes: (bytes: number) => bar.at(`reading ${name}`, (read += bytes), total) }
    if (!values.history) outcomes.push({ folder: name, ...(await verifyFolder(folder, options)) })
    else {
      const { outcome, written } = await lookAgain(folder, Date.now(), options)
      const says = 'says' in written ? written.says : `${written.name} was added to the history.`
      outcomes.push({ folder: name, ...outcome, notes: [...outcome.notes, says] })
    }
  }
  bar.stop()
  const well = outcomes.every((outcome) => outcome.same && outcome.whole)
  if (values.json) {
    const [only] = outcomes
    console.log(JSON.stringify(folders.length === 1 && folders[0] === root ? only : { same: well, folders: outcomes }, null, 2)) // prettier-ignore
    return well
  }
  const files = outcomes.reduce((sum, outcome) => sum + outcome.files, 0)
  const bytes = outcomes.reduce((sum, outcome) => sum + outcome.bytes, 0)
  const bad = outcomes.filter((outcome) => !outcome.same || !outcome.whole)
  const where = outcomes.length === 1 ? outcomes[0]!.folder : counted(outcomes.length, 'copy', 'copies')
  tell(
    values,
    well,
    well
      ? `${where}: ${counted(files, 'file')}, ${sayBytes(bytes)}, read back, the same as listed${outcomes.every((o) => o.fromMedium) ? '' : ' (some from memory, not from the medium)'}.`
      : `${and(bad.map((outcome) => outcome.folder))}: ${bad.some((outcome) => !outcome.same) ? 'not the same as listed' : 'the same as listed, and nobody knows whether the list is whole'}.`,
    outcomes.flatMap(({ folder, problems, notes }) =>
      [...problems, ...notes].map((words) => (outcomes.length === 1 ? words : `${folder}: ${words}`)),
    ),
  )
  return well
}

const FILES_TAKEN = { probe: [1, Infinity], ltc: [1, 1], sync: [2, Infinity] } as const

async function main([command, ...args]: string[]): Promise<number> {
  const options = args.includes('--') ? args.slice(0, args.indexOf('--')) : args
  const asksHelp = [command, ...options].some((word) => word === '-h' || word === '--help')
  if (command === undefined || command === 'help' || asksHelp) {
    console.log(HELP)
    return command === undefined ? 2 : 0
  }
  try {
    if (command === 'copy') return (await copy(args)) ? 0 : 1
    if (command === 'verify') return (await verify(args)) ? 0 : 1
    if (Object.hasOwn(RECKONERS, command)) {
      const { positionals } = parseArgs({ args, allowPositionals: true, options: TELLING })
      if (positionals.length > 1) throw new WrongCall(`${command} takes one file.`)
      return (await reckon(command, positionals)) ? 0 : 1
    }
    const ofMedia = command === 'probe' ? probe : command === 'ltc' ? ltc : command === 'sync' ? sync : null
    if (ofMedia) {
      const { positionals } = parseArgs({ args, allowPositionals: true, options: TELLING })
      const [least, most] = FILES_TAKEN[command as keyof typeof FILES_TAKEN]
      if (positionals.length < least || positionals.length > most) throw new WrongCall(`${command} takes ${least === most ? 'one file' : `at least ${counted(least, 'file')}`}.`) // prettier-ignore
      return (await ofMedia(positionals)) ? 0 : 1
    }
    if (command === 'completion') {
      console.log(COMPLETION)
      return 0
    }
    throw new WrongCall(`There is no command ${command}.`)
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code ?? ''
    if (error instanceof WrongCall || code.startsWith('ERR_PARSE_ARGS')) {
      console.error(`${(error as Error).message}\n\n${HELP}`)
      return 2
    }
    console.error(sayFault(error, 'kavrell'))
    return 1
  }
}

process.exitCode = await main(process.argv.slice(2))
