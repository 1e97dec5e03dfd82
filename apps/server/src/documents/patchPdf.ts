import type { Content } from 'pdfmake/interfaces.js'
import { heading, labelGrid, makePdf, say, table, tickBox } from './pdf.ts'
import {
  sayOutAfter,
  saySignalFault,
  type SetUpCell,
  setUpCard,
  signalPlan,
  type SoundPath,
  soundPlan,
} from '@kavrell/core/patch'
import { byId, type Production } from '@kavrell/core/records'

const goesTo = (paths: readonly SoundPath[], kind: 'camera' | 'recorder') =>
  paths.filter(({ device }) => device.kind === kind).map(({ device, way }) => `${device.letter} ${way.input}${way.padDb > 0 ? ` −${way.padDb} dB` : ''}`).join(', ') || '–' // prettier-ignore

/** The patch sheet: where each sound goes, what goes into each device, what transmits, and a card for each camera. */
export function patchSheetPdf(production: Production): Promise<Buffer> {
  const { title, paper, onceOnlySounds } = production.production
  const sound = soundPlan(production)
  const devices = signalPlan(production)
  const card = setUpCard(production, null)
  const transmitters = Object.values(production.transmitter).sort((a, b) => (a.onMHz ?? 0) - (b.onMHz ?? 0))
  const thin = sound.voices.filter(({ independent }) => independent < onceOnlySounds)
  const content: Content[] = [
    say(title, { fontSize: 20, bold: true }),
    say('Patch sheet. Gone through before the first roll, and again after every power-up.', { margin: [0, 2, 0, 4] }),
  ]
  if (sound.sources.length > 0)
    content.push(
      heading('Where each sound goes'),
      table(
        ['*', 90, 90, 80, 80],
        ['source', 'hears', 'sent by', 'recorders', 'cameras'],
        sound.sources.map(({ source, paths }) => {
          const sent = byId(production.transmitter, source.transmitterId)
          return [
            say(source.name, { bold: true }),
            say(source.hears.flatMap((id) => byId(production.person, id)?.name ?? []).join(', ')),
            say(sent ? `${sent.name}${sent.onMHz === null ? '' : `, ${sent.onMHz} MHz`}` : ''),
            say(goesTo(paths, 'recorder')),
            say(goesTo(paths, 'camera')),
          ]
        }),
      ),
      ...thin.map(
        ({ person, independent }) =>
        say(`The voice of ${person.name} has ${independent} of ${onceOnlySounds} independent recordings.`, { bold: true, margin: [0, 4, 0, 0] }), // prettier-ignore
      ),
      heading('What goes into each device'),
      table(
        [40, '*', 110],
        ['device', 'inputs', 'left over'],
        sound.devices.map((device) => {
          const own = sound.sources.flatMap(({ paths }) => paths).filter((path) => path.device.id === device.id)
          const inputs = own.sort((a, b) => a.way.input - b.way.input).map(({ way, source }) => `${way.input} ${source.name}`) // prettier-ignore
          return [
            say(device.letter, { bold: true }),
            say(inputs.join('   ') || '–'),
            say(device.free.join(', ') || '–'),
          ]
        }),
      ),
      heading('Say your name: heard where it arrives'),
      ...sound.sources.flatMap(({ paths }) =>
        paths.map(({ source, device, way }): Content => ({
          columns: [tickBox(), say(`${source.name} on ${device.letter}, input ${way.input}`)],
          margin: [0, 0, 0, 3],
        })),
      ),
    )
  if (devices.length > 0)
    content.push(
      heading('Where pictures go, and sounds beside them'),
      table(
        [110, '*', '*', 110],
        ['device', 'pictures', 'sounds', 'comes out after'],
        devices.map((one) => [
          say(one.device.name, { bold: true }),
          say(one.pictures.map(({ way, from }) => `${way.input} ${from}`).join('   ') || '–'),
          say(one.sounds.map(({ way, source }) => `${way.input} ${source.name}`).join('   ') || '–'),
          say(sayOutAfter(one, production)),
        ]),
      ),
      ...devices.flatMap((one) => one.faults.map((fault) => say(saySignalFault(one, fault, production), { bold: true, margin: [0, 3, 0, 0] }))), // prettier-ignore
    )
  if (transmitters.length > 0)
    content.push(
      heading('On the air'),
      table(
        ['*', 80, 110, 70],
        ['transmitter', 'carries', 'worn by', 'MHz'],
        transmitters.map(({ name, carries, personId, onMHz }) => [
          say(name, { bold: true }),
          say(carries),
          say(byId(production.person, personId)?.name ?? ''),
          say(onMHz === null ? 'not set' : String(onMHz)),
        ]),
      ),
      say('Local rules and licences decide which frequencies may be used.', { fontSize: 8, margin: [0, 3, 0, 0] }),
    )
  content.push(
    ...card.cameras.flatMap((camera): Content[] => {
      const cells = card.rows.flatMap((row) => row.cells).filter((cell) => cell.camera.id === camera.id)
      if (cells.length === 0) return []
      const holder = byId(production.person, camera.operatorId)?.name
      return [
        {
          unbreakable: true,
          stack: [heading(`Camera ${camera.letter}${holder ? `, ${holder}` : ''}`), cardTable(cells)],
        },
      ]
    }),
  )
  content.push(...cableLabels(production, sound, devices))
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, patch sheet.`, content)
}

const ACROSS = 4

/** What is stuck on cables, at both ends, and on what transmits: cut along the lines. */
function cableLabels(
  production: Production,
  sound: ReturnType<typeof soundPlan>,
  devices: ReturnType<typeof signalPlan>,
): Content[] {
  const airOf = (id: string | null) => {
    const sent = byId(production.transmitter, id as never)
    return sent ? `by air, ${sent.name}` : ''
  }
  const cables = [
    ...sound.sources.flatMap(({ paths }) => paths.map(({ source, device, way }) => ({ from: source.name, into: `${device.letter} ${way.input}`, says: [way.padDb > 0 ? `pad ${way.padDb} dB` : '', airOf(source.transmitterId)] }))), // prettier-ignore
    ...devices.flatMap(({ device, pictures, sounds }) => [
      ...pictures.map(({ way, from }) => ({ from: way.cameraId ? `Camera ${from}` : from, into: `${device.name} ${way.input}`, says: ['picture'] })), // prettier-ignore
      ...sounds.map(({ way, source }) => ({ from: source.name, into: `${device.name} ${way.input}`, says: ['sound'] })),
    ]),
  ]
  const cells = [
    ...cables.flatMap((cable) => [cable, cable]).map(({ from, into, says }) => labelCell(`${from} › ${into}`, says)),
    ...Object.values(production.transmitter).map(({ name, onMHz, personId }) =>
      labelCell(name, [onMHz === null ? '' : `${onMHz} MHz`, byId(production.person, personId)?.name ?? '']),
    ),
  ]
  if (cells.length === 0) return []
  return [
    { text: 'Labels for both ends of each cable, and for what transmits. Cut along the lines.', fontSize: 12, bold: true, pageBreak: 'before', margin: [0, 0, 0, 6] }, // prettier-ignore
    labelGrid(cells, ACROSS),
  ]
}

const labelCell = (label: string, says: readonly string[]): Content => ({
  stack: [
    say(label, { fontSize: label.length > 18 ? 9 : 12, bold: true }),
    say(says.filter(Boolean).join(', ') || ' ', { fontSize: 7.5 }),
  ],
  margin: [4, 5, 4, 5],
})

const cardTable = (cells: readonly SetUpCell[]): Content =>
  table(
    [13, 90, 130, '*'],
    ['', 'line', 'wanted', 'it shows, if it is another'],
    cells.map(({ line, wanted }) => [tickBox(), say(line.name, { bold: true }), say(wanted || '………………'), say('')]),
  )
