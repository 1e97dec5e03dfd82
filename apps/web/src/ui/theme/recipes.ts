import { defineRecipe, defineSlotRecipe } from '@chakra-ui/react'

/** What is pressed by a finger is taller than what is pressed by a pointer. */
export const TOUCH = { base: '44px', md: '28px' } as const
const FIELD = { base: '44px', md: '30px' } as const

/** Shown round what a key would act on. */
const ring = { outline: '2px solid', outlineColor: 'action', outlineOffset: '1px' }
/** A line under what can be written, no box round it; verdigris while it is written. */
const written = {
  bg: 'leaf',
  borderWidth: '0 0 1px 0',
  borderStyle: 'solid',
  borderColor: 'faint',
  borderRadius: '0',
  color: 'ink',
  fontSize: 'body',
  minH: FIELD,
  h: 'auto',
  px: '8px',
  py: '4px',
  lineHeight: '1.35',
  transition: 'none',
  _placeholder: { color: 'faint' },
  _focusVisible: { outline: 'none', borderColor: 'action', boxShadow: 'inset 0 -1px 0 {colors.action}' },
  _invalid: { borderColor: 'stop', boxShadow: 'inset 0 -1px 0 {colors.stop}' },
  _disabled: { opacity: 0.8, bg: 'transparent', cursor: 'default' },
  _readOnly: { bg: 'transparent' },
}
/** What opens hangs from its owner with an edge of ink, without a shadow. */
const opened = {
  bg: 'leaf',
  color: 'ink',
  borderWidth: '1px',
  borderStyle: 'solid',
  borderColor: 'ink',
  borderRadius: '2px',
  boxShadow: 'none',
}
const row = {
  borderRadius: '0',
  minH: TOUCH,
  px: '10px',
  fontSize: 'small',
  _highlighted: { bg: 'tint', boxShadow: 'inset 3px 0 0 {colors.action}' },
  _disabled: { opacity: 0.5 },
}

const hover = { _hover: { bg: 'well', _disabled: { bg: 'transparent' } } }

const button = defineRecipe({
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

const input = defineRecipe({
  variants: { size: { md: { '--input-height': 'auto', px: '8px' } }, variant: { line: written } },
  defaultVariants: { size: 'md', variant: 'line' as never },
})
const textarea = defineRecipe({
  variants: {
    // Beside a taller one it is as tall.
    variant: { line: { ...written, resize: 'none', flex: '1 0 auto' } },
  },
  defaultVariants: { variant: 'line' as never },
})
const nativeSelect = defineSlotRecipe({
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
const field = defineSlotRecipe({
  slots: ['root', 'label', 'errorText', 'helperText', 'requiredIndicator'],
  base: {
    root: { gap: '1px', alignItems: 'stretch', height: '100%' },
    label: { color: 'soft', fontSize: 'note', fontWeight: 400, lineHeight: '1.4', gap: '4px', userSelect: 'auto' },
    errorText: { color: 'stop', fontSize: 'note', fontWeight: 500, lineHeight: '1.35' },
    helperText: { color: 'faint', fontSize: 'note', lineHeight: '1.35' },
  },
})
const control = {
  transition: 'none',
  borderWidth: '1.5px',
  borderStyle: 'solid',
  borderColor: 'ink',
  borderRadius: '2px',
  bg: 'leaf',
  color: 'leaf',
  _checked: { bg: 'ink', color: 'leaf', borderColor: 'ink' },
  _indeterminate: { bg: 'leaf', color: 'ink', borderColor: 'ink' },
  _focusVisible: ring,
}
const checkbox = defineSlotRecipe({
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
const radioGroup = defineSlotRecipe({
  slots: ['root', 'label', 'item', 'itemText', 'itemControl', 'indicator', 'itemAddon', 'itemIndicator'],
  base: {
    item: { gap: '10px', cursor: 'pointer', minH: TOUCH },
    itemText: { fontWeight: 400, lineHeight: '1.35', userSelect: 'auto' },
    itemControl: { ...control, borderRadius: '50%', _checked: { ...control._checked } },
  },
  variants: { variant: { ink: {} }, size: { md: { item: { textStyle: 'none' }, itemControl: { boxSize: '15px' } } } },
  defaultVariants: { variant: 'ink' as never, size: 'md' },
})
const switchRecipe = defineSlotRecipe({
  slots: ['root', 'label', 'control', 'thumb', 'indicator'],
  base: {
    root: { minH: TOUCH, gap: '8px' },
    label: { fontSize: 'body', fontWeight: 400 },
  },
  variants: {
    variant: {
      ink: {
        control: {
          borderRadius: '2px',
          bg: 'leaf',
          borderWidth: '1.5px',
          borderStyle: 'solid',
          borderColor: 'ink',
          _checked: { bg: 'ink' },
          _focusVisible: ring,
        },
        thumb: { bg: 'ink', borderRadius: '1px', boxShadow: 'none', scale: '0.7', _checked: { bg: 'leaf' } },
      },
    },
  },
  defaultVariants: { variant: 'ink' as never },
})
const tabs = defineSlotRecipe({
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
const segmentGroup = defineSlotRecipe({
  slots: ['root', 'label', 'item', 'itemText', 'itemControl', 'indicator'],
  base: {
    root: {
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
})
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
const dialog = defineSlotRecipe({
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
const drawer = defineSlotRecipe({
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
const menu = defineSlotRecipe({
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
const tooltip = defineSlotRecipe({
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
const toast = defineSlotRecipe({
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
const datePicker = defineSlotRecipe({
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
const combobox = defineSlotRecipe({
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
const progress = defineSlotRecipe({
  slots: ['root', 'track', 'range', 'label', 'valueText', 'view', 'circle', 'circleTrack', 'circleRange'],
  base: { track: { bg: 'well', borderRadius: '0', boxShadow: 'none', h: '10px' }, range: { bg: 'action' } },
})

const slider = defineSlotRecipe({
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
const numberInput = defineSlotRecipe({
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
const tagsInput = defineSlotRecipe({
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
const colorPicker = defineSlotRecipe({
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
const emptyState = defineSlotRecipe({
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
const popover = defineSlotRecipe({
  slots: [
    'arrow',
    'arrowTip',
    'anchor',
    'trigger',
    'indicator',
    'positioner',
    'content',
    'title',
    'description',
    'closeTrigger',
    'header',
    'body',
    'footer',
  ],
  base: {
    content: { ...opened, fontSize: 'body', w: 'auto', maxW: 'min(360px, 94vw)' },
    body: { px: '12px', py: '10px' },
  },
})
const steps = defineSlotRecipe({
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
  base: {
    list: { gap: '10px' },
    indicator: {
      borderRadius: '2px',
      fontSize: 'note',
      fontWeight: 700,
      borderWidth: '1.5px',
      color: 'soft',
      bg: 'transparent',
      _current: { bg: 'transparent', borderColor: 'ink', color: 'ink' },
      _complete: { bg: 'ink', borderColor: 'ink', color: 'leaf' },
    },
    title: { fontSize: 'small', fontWeight: 600, color: 'ink' },
    separator: { bg: 'line', _complete: { bg: 'ink' } },
  },
  variants: {
    size: {
      md: {
        root: { '--steps-size': '22px', '--steps-gutter': '8px', '--steps-icon-size': '12px' },
        title: { fontSize: 'small', textStyle: 'none' },
      },
    },
  },
  defaultVariants: { size: 'md' },
})
const splitter = defineSlotRecipe({
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
const skeleton = defineRecipe({ base: { borderRadius: '0' }, variants: { variant: { pulse: { background: 'well' } } } })

export const recipes = { button, input, textarea, skeleton }
export const slotRecipes = {
  nativeSelect,
  field,
  checkbox,
  switch: switchRecipe,
  radioGroup,
  tabs,
  segmentGroup,
  dialog,
  drawer,
  menu,
  tooltip,
  toast,
  datePicker,
  combobox,
  progress,
  slider,
  numberInput,
  tagsInput,
  colorPicker,
  emptyState,
  popover,
  steps,
  splitter,
}
