import path from 'node:path'
import { parseArgs } from 'node:util'
import { stat } from 'node:fs/promises'
import { copyTree, type HashName, sayFault, verifyFolder } from '@kavrell/copying'

const HELP = `kavrell copy CARD --to DRIVE [--to DRIVE …] [--hash xxh64|md5]
  Copies every file of the folder CARD into DRIVE/NAME-OF-CARD, all drives in one pass, then reads the
  copies back and compares them. Nothing that exists is overwritten. Leaves a hash list beside the files.
kavrell verify FOLDER
  Reads a copy back and compares it with its hash list. A list without its seal does not say how many files there
  were: what it lists may be the same and the copy is not called whole.
Prints the outcome as JSON. Leaves with 0 when all is well, 1 when something is not, 2 when the call is wrong.`

class WrongCall extends Error {}

const isFolder = (name: string): Promise<boolean> =>
  stat(name).then(
    (found) => found.isDirectory(),
    () => false,
  )

async function copy(args: string[]): Promise<boolean> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { to: { type: 'string', multiple: true }, hash: { type: 'string', default: 'xxh64' } },
  })
  const [source] = positionals
  if (!source || positionals.length !== 1 || !values.to?.length)
    throw new WrongCall('copy takes one card and at least one --to.')
  if (values.hash !== 'xxh64' && values.hash !== 'md5') throw new WrongCall('--hash is xxh64 or md5.')
  const hashName: HashName = values.hash
  const card = path.resolve(source)
  if (!(await isFolder(card))) throw new WrongCall(`${source} is not a folder.`)
  const targets = values.to.map((drive) => ({ id: drive, folder: path.join(path.resolve(drive), path.basename(card)) }))
  for (const { folder } of targets)
    if (`${folder}${path.sep}`.startsWith(`${card}${path.sep}`))
      throw new WrongCall('A copy cannot go into the card itself.')
  for (const drive of values.to)
    if (!(await isFolder(path.resolve(drive)))) throw new WrongCall(`${drive} is not a folder.`)
  let shown = 0
  const copied = await copyTree({
    source: card,
    targets,
    hashName,
    onProgress: ({ bytesDone, bytesTotal }) => {
      if (!process.stderr.isTTY || Date.now() - shown < 200) return
      shown = Date.now()
      process.stderr.write(`\r${Math.floor((100 * bytesDone) / bytesTotal)} % `)
    },
  })
  const drives = []
  for (const target of copied.targets) {
    // What this run wrote is what is checked, whatever lists lie beside it.
    const expected = { hashName, files: target.copied }
    const check = target.complete
      ? await verifyFolder(targets.find((t) => t.id === target.id)!.folder, { expected })
      : null
    drives.push({
      drive: target.id,
      copied: target.complete,
      checked: check?.same ?? false,
      files: target.files,
      bytes: target.bytes,
      problems: [...target.problems, ...(check?.problems ?? [])],
      notes: check?.notes ?? [],
    })
  }
  console.log(
    JSON.stringify(
      { card: source, files: copied.files, bytes: copied.bytes, problems: copied.problems, drives },
      null,
      2,
    ),
  )
  return copied.problems.length === 0 && drives.every((drive) => drive.copied && drive.checked)
}

async function verify(args: string[]): Promise<boolean> {
  const { positionals } = parseArgs({ args, allowPositionals: true })
  const [folder] = positionals
  if (!folder || positionals.length !== 1) throw new WrongCall('verify takes one folder.')
  const outcome = await verifyFolder(path.resolve(folder))
  console.log(JSON.stringify(outcome, null, 2))
  return outcome.same && outcome.whole
}

async function main([command, ...args]: string[]): Promise<number> {
  if (command === undefined || command === 'help' || command === '--help') {
    console.log(HELP)
    return command === undefined ? 2 : 0
  }
  try {
    if (command === 'copy') return (await copy(args)) ? 0 : 1
    if (command === 'verify') return (await verify(args)) ? 0 : 1
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
