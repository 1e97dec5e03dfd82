import { type ComponentType, lazy } from 'react'

export interface Stage {
  readonly path: string
  readonly name: string
  readonly group: 'Prep' | 'Day' | 'Set' | 'After'
  readonly Screen: ComponentType
}

/** The rail, in the order of the work. A stage's code is loaded when it is opened. */
export const STAGES: readonly Stage[] = [
  {
    path: 'brief',
    name: 'Brief',
    group: 'Prep',
    Screen: lazy(() => import('../stages/brief/BriefScreen.tsx').then((m) => ({ default: m.BriefScreen }))),
  },
  {
    path: 'scout',
    name: 'Scout',
    group: 'Prep',
    Screen: lazy(() => import('../stages/scout/ScoutScreen.tsx').then((m) => ({ default: m.ScoutScreen }))),
  },
  {
    path: 'shots',
    name: 'Shots',
    group: 'Prep',
    Screen: lazy(() => import('../stages/shots/ShotsScreen.tsx').then((m) => ({ default: m.ShotsScreen }))),
  },
  {
    path: 'light',
    name: 'Light',
    group: 'Prep',
    Screen: lazy(() => import('../stages/light/LightScreen.tsx').then((m) => ({ default: m.LightScreen }))),
  },
  {
    path: 'kit',
    name: 'Kit',
    group: 'Prep',
    Screen: lazy(() => import('../stages/kit/KitScreen.tsx').then((m) => ({ default: m.KitScreen }))),
  },
  {
    path: 'crew',
    name: 'Crew',
    group: 'Day',
    Screen: lazy(() => import('../stages/crew/CrewScreen.tsx').then((m) => ({ default: m.CrewScreen }))),
  },
  {
    path: 'order',
    name: 'Order',
    group: 'Day',
    Screen: lazy(() => import('../stages/order/OrderScreen.tsx').then((m) => ({ default: m.OrderScreen }))),
  },
  {
    path: 'call',
    name: 'Call',
    group: 'Day',
    Screen: lazy(() => import('../stages/call/CallScreen.tsx').then((m) => ({ default: m.CallScreen }))),
  },
  {
    path: 'roll',
    name: 'Roll',
    group: 'Set',
    Screen: lazy(() => import('../stages/roll/RollScreen.tsx').then((m) => ({ default: m.RollScreen }))),
  },
  {
    path: 'offload',
    name: 'Offload',
    group: 'Set',
    Screen: lazy(() => import('../stages/offload/OffloadScreen.tsx').then((m) => ({ default: m.OffloadScreen }))),
  },
  {
    path: 'wrap',
    name: 'Wrap',
    group: 'After',
    Screen: lazy(() => import('../stages/wrap/WrapScreen.tsx').then((m) => ({ default: m.WrapScreen }))),
  },
]
