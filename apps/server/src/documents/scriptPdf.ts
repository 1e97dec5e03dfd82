import { makePdf, say } from './pdf.ts'
import { inOrder, type Production, type Scene } from '@kavrell/core/records'

/** Scenes of which a day shoots anything, in the order in which it does. */
function scenesOfDay(production: Production, dayId: string): Scene[] {
  const items = inOrder(production.orderItem).filter((item) => item.dayId === dayId && !item.standsBy)
  const ids = items.flatMap((item) => item.shotIds.flatMap((id) => production.shot[id]?.sceneId ?? []))
  return [...new Set(ids)].flatMap((id) => production.scene[id] ?? [])
}

/** What is written of the scenes: all of them, or those that a day shoots, each beginning where there is room for its head. */
export function scriptPdf(production: Production, dayId: string | null): Promise<Buffer> {
  const { title, paper } = production.production
  const day = dayId ? production.day[dayId] : undefined
  const scenes = (dayId ? scenesOfDay(production, dayId) : inOrder(production.scene)).filter((scene) => !scene.dropped)
  const written = scenes.filter((scene) => scene.scriptText)
  const of = day ? `${title}, script of ${day.title}` : `${title}, script`
  return makePdf(paper, `${of}.`, [
    say(of, { fontSize: 16, bold: true, margin: [0, 0, 0, 10] }),
    ...(written.length === 0 ? [say('Nothing is written of these scenes.')] : []),
    ...written.flatMap((scene) => {
      const [first = '', ...rest] = scene.scriptText.split('\n')
      return [
        {
          stack: [
            say(`${scene.number}  ${scene.heading || scene.title}`, { bold: true, margin: [0, 8, 0, 3] }),
            say(first, { margin: [0, 0, 0, 2] }),
          ],
          unbreakable: true,
        },
        ...rest.map((line) => say(line || ' ', { margin: [0, 0, 0, 2] })),
      ]
    }),
  ])
}
