import { type ComponentType, lazy } from 'react'

type Loaded = Promise<{ default: ComponentType }>

export interface Stage {
  readonly path: string
  readonly name: string
  readonly group: 'Prep' | 'Day' | 'Set' | 'After'
  /** Fetches its code; a second time it is there. */
  readonly load: () => Loaded
  readonly Screen: ComponentType
  /** The screen itself, once its code is there: drawn at once, where `Screen` would show that it waits first. */
  readonly ready: () => ComponentType | null
}

function stage(path: string, name: string, group: Stage['group'], fetchCode: () => Loaded): Stage {
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
  return { path, name, group, load, Screen: lazy(load), ready: () => screen }
}

/** Stages that are worked in one hand come first on a phone. */
export const ON_THE_PHONE: readonly string[] = ['roll', 'order', 'call', 'offload']

/** The rail, in the order of the work. A stage's code is loaded when it is opened. */
export const STAGES: readonly Stage[] = [
  stage('brief', 'Brief', 'Prep', () =>
    import('../stages/brief/BriefScreen.tsx').then((m) => ({ default: m.BriefScreen })),
  ),
  stage('scout', 'Scout', 'Prep', () =>
    import('../stages/scout/ScoutScreen.tsx').then((m) => ({ default: m.ScoutScreen })),
  ),
  stage('shots', 'Shots', 'Prep', () =>
    import('../stages/shots/ShotsScreen.tsx').then((m) => ({ default: m.ShotsScreen })),
  ),
  stage('light', 'Light', 'Prep', () =>
    import('../stages/light/LightScreen.tsx').then((m) => ({ default: m.LightScreen })),
  ),
  stage('kit', 'Kit', 'Prep', () => import('../stages/kit/KitScreen.tsx').then((m) => ({ default: m.KitScreen }))),
  stage('crew', 'Crew', 'Day', () => import('../stages/crew/CrewScreen.tsx').then((m) => ({ default: m.CrewScreen }))),
  stage('order', 'Order', 'Day', () =>
    import('../stages/order/OrderScreen.tsx').then((m) => ({ default: m.OrderScreen })),
  ),
  stage('call', 'Call', 'Day', () => import('../stages/call/CallScreen.tsx').then((m) => ({ default: m.CallScreen }))),
  stage('roll', 'Roll', 'Set', () => import('../stages/roll/RollScreen.tsx').then((m) => ({ default: m.RollScreen }))),
  stage('offload', 'Offload', 'Set', () =>
    import('../stages/offload/OffloadScreen.tsx').then((m) => ({ default: m.OffloadScreen })),
  ),
  stage('wrap', 'Wrap', 'After', () =>
    import('../stages/wrap/WrapScreen.tsx').then((m) => ({ default: m.WrapScreen })),
  ),
]
