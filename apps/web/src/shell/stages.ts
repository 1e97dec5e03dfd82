import { type ComponentType, lazy } from 'react'

type Loaded = Promise<{ default: ComponentType }>

export const STAGE_GROUPS = ['Prep', 'Day', 'Set', 'After'] as const

export interface Stage {
  readonly path: string
  readonly name: string
  readonly group: (typeof STAGE_GROUPS)[number]
  /** The question that it answers. */
  readonly asks: string
  /** Fetches its code; a second time it is there. */
  readonly load: () => Loaded
  readonly Screen: ComponentType
  /** The screen itself, once its code is there: drawn at once, where `Screen` would show that it waits first. */
  readonly ready: () => ComponentType | null
}

function stage(path: string, name: string, group: Stage['group'], asks: string, fetchCode: () => Loaded): Stage {
  let code: Loaded | null = null
  let screen: ComponentType | null = null
  const load = () =>
    (code ??= fetchCode().then(
      (loaded) => {
        screen = loaded.default
        return loaded
      },
      (error: unknown) => {
        // Away and not kept yet: the next visit asks again.
        code = null
        throw error
      },
    ))
  return { path, name, group, asks, load, Screen: lazy(load), ready: () => screen }
}

/** Stages that are worked in one hand come first on a phone. */
export const ON_THE_PHONE: readonly string[] = ['roll', 'cover', 'order', 'call', 'offload']

/** The rail, in the order of the work. A stage's code is loaded when it is opened. */
export const STAGES: readonly Stage[] = [
  stage('brief', 'Brief', 'Prep', 'What must it say, how does it look, for how much?', () =>
    import('../stages/brief/BriefScreen.tsx').then((m) => ({ default: m.BriefScreen })),
  ),
  stage('scout', 'Scout', 'Prep', 'Can we work here, and where does the sun stand?', () =>
    import('../stages/scout/ScoutScreen.tsx').then((m) => ({ default: m.ScoutScreen })),
  ),
  stage('shots', 'Shots', 'Prep', 'What will we see, with which glass?', () =>
    import('../stages/shots/ShotsScreen.tsx').then((m) => ({ default: m.ShotsScreen })),
  ),
  stage('light', 'Light', 'Prep', 'Is it bright enough at every mark?', () =>
    import('../stages/light/LightScreen.tsx').then((m) => ({ default: m.LightScreen })),
  ),
  stage('kit', 'Kit', 'Prep', 'What must come along, and is it there?', () =>
    import('../stages/kit/KitScreen.tsx').then((m) => ({ default: m.KitScreen })),
  ),
  stage('crew', 'Crew', 'Day', 'Who is there, and when is each called?', () =>
    import('../stages/crew/CrewScreen.tsx').then((m) => ({ default: m.CrewScreen })),
  ),
  stage('order', 'Order', 'Day', 'Will we make it?', () =>
    import('../stages/order/OrderScreen.tsx').then((m) => ({ default: m.OrderScreen })),
  ),
  stage('call', 'Call', 'Day', 'Who has read it, and does it still say the truth?', () =>
    import('../stages/call/CallScreen.tsx').then((m) => ({ default: m.CallScreen })),
  ),
  stage('patch', 'Patch', 'Set', 'Do all devices agree before it rolls?', () =>
    import('../stages/patch/PatchScreen.tsx').then((m) => ({ default: m.PatchScreen })),
  ),
  stage('roll', 'Roll', 'Set', 'What rolls, and was it good?', () =>
    import('../stages/roll/RollScreen.tsx').then((m) => ({ default: m.RollScreen })),
  ),
  stage('cover', 'Cover', 'Set', 'Is what happens once seen throughout?', () =>
    import('../stages/cover/CoverScreen.tsx').then((m) => ({ default: m.CoverScreen })),
  ),
  stage('offload', 'Offload', 'Set', 'May I wipe this card?', () =>
    import('../stages/offload/OffloadScreen.tsx').then((m) => ({ default: m.OffloadScreen })),
  ),
  stage('sync', 'Sync', 'After', 'Do cameras and sound lie together?', () =>
    import('../stages/sync/SyncScreen.tsx').then((m) => ({ default: m.SyncScreen })),
  ),
  stage('wrap', 'Wrap', 'After', 'What was done, and what goes to the edit?', () =>
    import('../stages/wrap/WrapScreen.tsx').then((m) => ({ default: m.WrapScreen })),
  ),
]
