import { type ComponentType, lazy } from 'react'

export interface Stage { readonly path: string; readonly name: string; readonly group: 'Prep' | 'Day' | 'Set' | 'After'; readonly Screen: ComponentType }

/** The rail, in the order of the work. A stage's code is loaded when it is opened. */
export const STAGES: readonly Stage[] = [
  { path: 'brief', name: 'Brief', group: 'Prep', Screen: lazy(() => import('../stages/brief/BriefScreen.tsx')) },
  { path: 'scout', name: 'Scout', group: 'Prep', Screen: lazy(() => import('../stages/scout/ScoutScreen.tsx')) },
  { path: 'shots', name: 'Shots', group: 'Prep', Screen: lazy(() => import('../stages/shots/ShotsScreen.tsx')) },
  { path: 'light', name: 'Light', group: 'Prep', Screen: lazy(() => import('../stages/light/LightScreen.tsx')) },
  { path: 'kit', name: 'Kit', group: 'Prep', Screen: lazy(() => import('../stages/kit/KitScreen.tsx')) },
  { path: 'crew', name: 'Crew', group: 'Day', Screen: lazy(() => import('../stages/crew/CrewScreen.tsx')) },
  { path: 'order', name: 'Order', group: 'Day', Screen: lazy(() => import('../stages/order/OrderScreen.tsx')) },
  { path: 'call', name: 'Call', group: 'Day', Screen: lazy(() => import('../stages/call/CallScreen.tsx')) },
  { path: 'roll', name: 'Roll', group: 'Set', Screen: lazy(() => import('../stages/roll/RollScreen.tsx')) },
  { path: 'offload', name: 'Offload', group: 'Set', Screen: lazy(() => import('../stages/offload/OffloadScreen.tsx')) },
  { path: 'wrap', name: 'Wrap', group: 'After', Screen: lazy(() => import('../stages/wrap/WrapScreen.tsx')) },
]
