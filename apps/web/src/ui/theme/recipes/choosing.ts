/** What is pressed, ticked, slid or chosen. */

import { defineRecipe, defineSlotRecipe } from '@chakra-ui/react'
import { TOUCH, FIELD, ring, hover, control } from './dress.ts'

export const button = defineRecipe({
  base: {
    borderRadius: '3px',
    fontWeight: 600,
    fontSize: 'small',
    lineHeight: '1.3',
    gap: '6px',
    borderWidth: '1px',
    borderStyle: 'solid',
    borderColor: 'ink',
    color: 'ink',
    bg: 'transparent',
    textAlign: 'left',
    whiteSpace: 'nowrap',
    // Motion explains a change; a colour needs no explaining.
    transition: 'none',
    _focusVisible: ring,
    _disabled: { opacity: 0.45, cursor: 'default' },
  },
  variants: {
    size: { md: { h: 'auto', minH: TOUCH, minW: 'auto', px: '12px', py: '3px', fontSize: 'small' } },
    variant: {
      plain: { color: 'ink', ...hover },
      main: {
        bg: 'action',
        color: 'onAction',
        borderColor: 'action',
        _hover: { bg: 'action', opacity: 0.9, _disabled: { bg: 'action', opacity: 0.45 } },
      },
      quiet: { borderColor: 'transparent', px: '6px', color: 'soft', fontWeight: 500, ...hover },
      stop: { borderColor: 'stop', color: 'stop', ...hover },
      /** A word in a line that does something. */
      word: {
        borderWidth: '0',
        px: '0',
        py: '0',
        minH: { base: '32px', md: 'auto' },
        color: 'action',
        _hover: { textDecoration: 'underline' },
      },
      /** A whole row, cell or picture that is chosen by pressing it. */
      bare: {
        borderWidth: '0',
        borderRadius: '0',
        px: '0',
        py: '0',
        minH: '0',
        h: 'auto',
        fontWeight: 'inherit',
        fontSize: 'inherit',
        lineHeight: 'inherit',
        justifyContent: 'inherit',
        whiteSpace: 'inherit',
        color: 'inherit',
        // What is drawn in it keeps its own size.
        _icon: { width: 'revert-layer', height: 'revert-layer' },
      },
    },
  },
  defaultVariants: { size: 'md', variant: 'plain' },
})
export const checkbox = defineSlotRecipe({
  slots: ['root', 'label', 'control', 'indicator', 'group'],
  base: {
    root: { minH: TOUCH, gap: '8px', alignItems: 'center', cursor: 'pointer', _disabled: { cursor: 'default' } },
    label: { fontSize: 'body', fontWeight: 400, _disabled: { opacity: 0.7 } },
  },
  variants: {
    size: {
      md: {
        root: { gap: '8px' },
        label: { textStyle: 'none', fontSize: 'body' },
        control: { boxSize: '16px', p: '1px' },
      },
    },
    variant: { ink: { control } },
  },
  defaultVariants: { variant: 'ink' as never },
})
export const radioGroup = defineSlotRecipe({
  slots: ['root', 'label', 'item', 'itemText', 'itemControl', 'indicator', 'itemAddon', 'itemIndicator'],
  base: {
    item: { gap: '10px', cursor: 'pointer', minH: TOUCH },
    itemText: { fontWeight: 400, lineHeight: '1.35', userSelect: 'auto' },
    itemControl: { ...control, borderRadius: '50%', _checked: { ...control._checked } },
  },
  variants: { variant: { ink: {} }, size: { md: { item: { textStyle: 'none' }, itemControl: { boxSize: '15px' } } } },
  defaultVariants: { variant: 'ink' as never, size: 'md' },
})
export const tabs = defineSlotRecipe({
  slots: ['root', 'trigger', 'list', 'content', 'contentGroup', 'indicator'],
  base: {
    root: { display: 'block' },
    list: {
      gap: '16px',
      flexWrap: 'wrap',
      borderBottomWidth: '1px',
      borderBottomStyle: 'solid',
      borderColor: 'line',
      mb: '12px',
      minH: '0',
    },
    trigger: {
      px: '0',
      py: '4px',
      mb: '-1px',
      minW: '0',
      h: 'auto',
      minH: TOUCH,
      fontSize: 'body',
      fontWeight: 400,
      color: 'soft',
      borderBottomWidth: '2px',
      borderBottomStyle: 'solid',
      borderColor: 'transparent',
      cursor: 'pointer',
      transition: 'none',
      _selected: { fontWeight: 700, color: 'ink', borderColor: 'action' },
      _focusVisible: ring,
    },
  },
  variants: {
    variant: { word: {} },
    size: { md: { trigger: { px: '0', py: '4px', minW: '0', h: 'auto', minH: TOUCH, fontSize: 'body' } } },
  },
  defaultVariants: { variant: 'word' as never, size: 'md' },
})
export const segmentGroup = defineSlotRecipe({
  slots: ['root', 'label', 'item', 'itemText', 'itemControl', 'indicator'],
  base: {
    root: {
      '--segment-radius': '0',
      bg: 'leaf',
      borderRadius: '0',
      boxShadow: 'none',
      borderBottomWidth: '1px',
      borderBottomStyle: 'solid',
      borderColor: 'faint',
      minH: FIELD,
    },
    item: {
      fontSize: 'small',
      px: '10px',
      h: 'auto',
      minH: FIELD,
      fontWeight: 600,
      color: 'ink',
      borderRadius: '0',
      _before: { display: 'none' },
      _checked: { color: 'leaf' },
      _focusVisible: ring,
    },
    indicator: { bg: 'ink', borderRadius: '0', boxShadow: 'none' },
  },
  variants: {
    size: {
      md: {
        root: { height: 'auto' },
        item: { height: 'auto', minH: FIELD, px: '10px', textStyle: 'none', fontSize: 'small' },
      },
    },
  },
})
export const slider = defineSlotRecipe({
  slots: [
    'root',
    'label',
    'thumb',
    'valueText',
    'track',
    'range',
    'control',
    'markerGroup',
    'marker',
    'draggingIndicator',
    'markerIndicator',
    'markerLabel',
  ],
  base: {
    control: { minH: '34px' },
    track: { borderRadius: '0', h: '26px', bg: 'well', overflow: 'visible' },
    thumb: {
      w: '5px',
      h: '34px',
      borderRadius: '0',
      borderWidth: '1px',
      borderStyle: 'solid',
      borderColor: 'paper',
      bg: 'ink',
      boxShadow: 'none',
      cursor: 'ew-resize',
      // The hand takes it a finger's width away.
      _after: { content: '""', position: 'absolute', inset: '-5px -20px' },
      _focusVisible: ring,
    },
  },
  variants: {
    variant: { bar: {} },
    size: { md: { root: { '--slider-thumb-size': '5px', '--slider-track-size': '26px' } } },
    orientation: { horizontal: { root: { w: 'auto' } } },
  },
  defaultVariants: { variant: 'bar' as never, size: 'md', orientation: 'horizontal' },
})
export const splitter = defineSlotRecipe({
  slots: ['root', 'panel', 'resizeTrigger', 'resizeTriggerSeparator', 'resizeTriggerIndicator'],
  base: {
    panel: { overflow: 'visible' },
    resizeTrigger: {
      '--splitter-border-color': 'colors.line',
      '--splitter-border-size': '1px',
      _focusVisible: { ...ring, '--splitter-border-color': 'colors.action' },
      _hover: { '--splitter-border-color': 'colors.ink' },
    },
  },
})
export const steps = defineSlotRecipe({
  slots: [
    'root',
    'list',
    'item',
    'trigger',
    'indicator',
    'separator',
    'content',
    'title',
    'description',
    'nextTrigger',
    'prevTrigger',
    'progress',
  ],
  base: { list: { gap: '10px' }, title: { fontWeight: 600, color: 'ink' } },
  variants: {
    variant: {
      ink: {
        root: { '--steps-size': '22px', '--steps-gutter': '8px', '--steps-icon-size': '12px' },
        indicator: {
          boxSize: '22px',
          borderRadius: '2px',
          borderWidth: '1.5px',
          borderStyle: 'solid',
          borderColor: 'faint',
          color: 'soft',
          fontSize: 'note',
          fontWeight: 700,
          _current: { borderColor: 'ink', color: 'ink' },
          _complete: { bg: 'ink', borderColor: 'ink', color: 'leaf' },
        },
        separator: { bg: 'line', _complete: { bg: 'ink' } },
      },
    },
    size: {
      md: {
        root: { '--steps-size': '22px', '--steps-gutter': '8px', '--steps-icon-size': '12px' },
        title: { textStyle: 'none', fontSize: 'small' },
      },
    },
  },
  defaultVariants: { variant: 'ink' as never, size: 'md' },
})
