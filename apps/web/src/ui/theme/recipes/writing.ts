/** What is written into. */

import { defineRecipe, defineSlotRecipe } from '@chakra-ui/react'
import { ring, written, opened, row } from './dress.ts'

export const input = defineRecipe({
  variants: { size: { md: { '--input-height': 'auto', px: '8px' } }, variant: { line: written } },
  defaultVariants: { size: 'md', variant: 'line' as never },
})
export const textarea = defineRecipe({
  variants: {
    // Beside a taller one it is as tall.
    variant: { line: { ...written, resize: 'none', flex: '1 0 auto' } },
  },
  defaultVariants: { variant: 'line' as never },
})
export const nativeSelect = defineSlotRecipe({
  slots: ['root', 'field', 'indicator'],
  base: { root: { height: 'auto' }, indicator: { color: 'soft', right: '6px', height: '100%' } },
  variants: {
    size: {
      md: { field: { '--select-field-height': 'auto', px: '8px', pr: '26px' }, indicator: { fontSize: 'note' } },
    },
    variant: { line: { field: { ...written, pr: '26px' } } },
  },
  defaultVariants: { variant: 'line' as never },
})
export const field = defineSlotRecipe({
  slots: ['root', 'label', 'errorText', 'helperText', 'requiredIndicator'],
  base: {
    root: { gap: '1px', alignItems: 'stretch', height: '100%' },
    label: { color: 'soft', fontSize: 'note', fontWeight: 400, lineHeight: '1.4', gap: '4px', userSelect: 'auto' },
    errorText: { color: 'stop', fontSize: 'note', fontWeight: 500, lineHeight: '1.35' },
    helperText: { color: 'faint', fontSize: 'note', lineHeight: '1.35' },
  },
})
export const numberInput = defineSlotRecipe({
  slots: ['root', 'label', 'input', 'valueText', 'control', 'incrementTrigger', 'decrementTrigger', 'scrubber'],
  base: {
    control: { borderWidth: '0', divideColor: 'transparent', w: '18px', my: '1px', me: '1px' },
    incrementTrigger: { color: 'soft', borderRadius: '0', _hover: { bg: 'well' }, _disabled: { opacity: 0.3 } },
    decrementTrigger: { color: 'soft', borderRadius: '0', _hover: { bg: 'well' }, _disabled: { opacity: 0.3 } },
  },
  variants: {
    variant: { line: { input: { ...written, pr: '22px' } } },
    size: { md: { input: { px: '8px', h: 'auto' } } },
  },
  defaultVariants: { variant: 'line' as never, size: 'md' },
})
export const tagsInput = defineSlotRecipe({
  slots: [
    'root',
    'label',
    'control',
    'input',
    'item',
    'itemPreview',
    'itemText',
    'itemInput',
    'itemDeleteTrigger',
    'clearTrigger',
  ],
  base: {
    root: { gap: '0' },
    control: { ...written, gap: '3px', py: '3px', px: '4px', _focusWithin: { borderColor: 'action' } },
    input: { color: 'ink', minW: '70px', flex: '1', outline: 'none', px: '4px', minH: '22px', fontSize: 'body' },
    itemPreview: {
      bg: 'well',
      color: 'ink',
      borderRadius: '2px',
      px: '6px',
      minH: { base: '32px', md: '22px' },
      boxShadow: 'none',
      _highlighted: { bg: 'tint' },
    },
    itemText: { fontSize: 'small', lineHeight: '1.4' },
    itemDeleteTrigger: { color: 'soft', ml: '2px' },
  },
  variants: { variant: { line: {} }, size: { md: {} } },
  defaultVariants: { variant: 'line' as never, size: 'md' },
})
export const datePicker = defineSlotRecipe({
  slots: [
    'root',
    'control',
    'input',
    'indicatorGroup',
    'trigger',
    'content',
    'viewControl',
    'viewTrigger',
    'prevTrigger',
    'nextTrigger',
    'table',
    'tableHeader',
    'tableCell',
    'tableCellTrigger',
  ],
  base: {
    root: { gap: '0', _disabled: { opacity: 1 } },
    trigger: { color: 'soft', borderRadius: '2px', minH: '0', _focusVisible: ring },
    content: { ...opened, p: '10px', minW: '250px' },
    viewTrigger: { fontWeight: 700, fontSize: 'body', borderRadius: '2px', _hover: { bg: 'tint' } },
    prevTrigger: { borderRadius: '2px', _hover: { bg: 'tint' } },
    nextTrigger: { borderRadius: '2px', _hover: { bg: 'tint' } },
    tableHeader: { color: 'faint', fontSize: 'note', fontWeight: 400 },
    tableCellTrigger: {
      borderRadius: '0',
      fontSize: 'small',
      minH: { base: '40px', md: '28px' },
      _hover: { bg: 'tint' },
      _selected: { bg: 'ink', color: 'leaf' },
      _today: { textDecoration: 'underline', _after: { display: 'none' } },
      _focusVisible: ring,
    },
  },
  variants: { variant: { line: { input: { ...written, pr: '30px' } } } },
  defaultVariants: { variant: 'line' as never },
})
export const combobox = defineSlotRecipe({
  slots: [
    'root',
    'control',
    'input',
    'trigger',
    'clearTrigger',
    'indicatorGroup',
    'positioner',
    'content',
    'item',
    'itemText',
    'empty',
  ],
  base: {
    root: { gap: '0' },
    trigger: { color: 'soft' },
    content: { ...opened, p: '0', maxH: '320px' },
    item: row,
    empty: { px: '10px', py: '8px', color: 'soft', fontSize: 'small' },
  },
  variants: { variant: { line: { input: { ...written, pr: '28px' } } } },
  defaultVariants: { variant: 'line' as never },
})
export const colorPicker = defineSlotRecipe({
  slots: [
    'root',
    'control',
    'trigger',
    'content',
    'positioner',
    'area',
    'areaBackground',
    'areaThumb',
    'channelSlider',
    'channelSliderThumb',
    'channelSliderTrack',
    'channelInput',
    'swatch',
    'valueText',
  ],
  base: {
    root: { gap: '0' },
    trigger: { borderRadius: '0', p: '0', minW: '0', minH: '0', _focusVisible: ring },
    content: { ...opened, p: '10px', w: '230px' },
    area: { borderRadius: '0', h: '130px' },
    areaThumb: { boxShadow: 'none', borderWidth: '2px', borderColor: 'white', outline: '1px solid black' },
    channelSliderTrack: { borderRadius: '0' },
    channelSliderThumb: { boxShadow: 'none', borderWidth: '2px', borderColor: 'white', outline: '1px solid black' },
    channelInput: { ...written, fontFamily: 'mono' },
  },
})
