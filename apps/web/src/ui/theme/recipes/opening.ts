/** What opens over a page, or comes and goes. */

import { defineRecipe, defineSlotRecipe } from '@chakra-ui/react'
import { opened, row } from './dress.ts'

/** The parts of what opens over a page. */
const OVERLAY_SLOTS = [
  'backdrop',
  'positioner',
  'content',
  'header',
  'title',
  'description',
  'body',
  'footer',
  'closeTrigger',
  'trigger',
]

export const dialog = defineSlotRecipe({
  slots: OVERLAY_SLOTS,
  base: {
    backdrop: { bg: 'ink/25' },
    content: { ...opened, borderRadius: '3px', mx: '12px' },
    header: { px: '16px', pt: '14px', pb: '4px' },
    title: { fontSize: 'large', fontWeight: 700, lineHeight: '1.2', letterSpacing: '-0.01em' },
    body: { px: '16px', py: '6px', color: 'ink', fontSize: 'body' },
    footer: { px: '16px', pt: '8px', pb: '14px', gap: '8px', justifyContent: 'flex-start', flexWrap: 'wrap' },
  },
})
export const drawer = defineSlotRecipe({
  slots: OVERLAY_SLOTS,
  base: {
    backdrop: { bg: 'paper/60' },
    content: {
      bg: 'leaf',
      color: 'ink',
      boxShadow: 'none',
      borderLeftWidth: '1px',
      borderLeftStyle: 'solid',
      borderColor: 'ink',
    },
    header: { px: '20px', pt: '14px', pb: '6px' },
    title: { fontSize: 'title', fontWeight: 700 },
    body: { px: '20px', py: '4px', fontSize: 'body' },
  },
})
export const menu = defineSlotRecipe({
  slots: [
    'content',
    'item',
    'itemCommand',
    'itemGroupLabel',
    'separator',
    'arrow',
    'arrowTip',
    'indicator',
    'itemGroup',
    'itemIndicator',
    'itemText',
    'positioner',
    'trigger',
    'triggerItem',
    'contextTrigger',
  ],
  base: {
    content: { ...opened, p: '0', minW: '180px' },
    item: row,
    itemCommand: { fontFamily: 'mono', fontSize: 'note', opacity: 1, color: 'faint', letterSpacing: 'normal' },
  },
})
export const tooltip = defineSlotRecipe({
  slots: ['trigger', 'arrow', 'arrowTip', 'positioner', 'content'],
  base: {
    content: {
      '--tooltip-bg': 'colors.ink',
      bg: 'ink',
      color: 'leaf',
      borderRadius: '2px',
      boxShadow: 'none',
      fontSize: 'note',
      fontWeight: 400,
      lineHeight: '1.35',
      maxW: '280px',
      px: '9px',
      py: '6px',
    },
  },
})
export const toast = defineSlotRecipe({
  slots: ['root', 'title', 'description', 'indicator', 'closeTrigger', 'actionTrigger'],
  base: {
    root: {
      bg: 'ink',
      color: 'paper',
      borderRadius: '3px',
      boxShadow: 'none',
      fontSize: 'small',
      width: 'auto',
      maxW: 'min(680px, 94vw)',
      alignItems: 'center',
      gap: '12px',
      px: '14px',
      py: '8px',
      '&[data-type=error]': { bg: 'stopTint', color: 'stop' },
    },
    title: { fontWeight: 600, fontSize: 'body', textStyle: 'none', lineHeight: '1.35', marginEnd: '0' },
  },
})
export const emptyState = defineSlotRecipe({
  slots: ['root', 'content', 'indicator', 'title', 'description'],
  base: {
    root: { w: 'auto', maxW: '560px', py: '36px', px: '0' },
    content: { alignItems: 'flex-start', textAlign: 'left', gap: '10px' },
    title: { fontSize: 'large', fontWeight: 600, color: 'soft', lineHeight: '1.3' },
    description: { fontSize: 'body', color: 'soft' },
  },
  variants: { size: { md: { root: { px: '0', py: '36px' }, title: { fontSize: 'large', textStyle: 'none' } } } },
  defaultVariants: { size: 'md' },
})
export const skeleton = defineRecipe({
  base: { borderRadius: '0' },
  variants: { variant: { pulse: { background: 'well' } } },
})
export const progress = defineSlotRecipe({
  slots: ['root', 'track', 'range', 'label', 'valueText', 'view', 'circle', 'circleTrack', 'circleRange'],
  base: { track: { bg: 'well', borderRadius: '0', boxShadow: 'none', h: '10px' }, range: { bg: 'action' } },
})
