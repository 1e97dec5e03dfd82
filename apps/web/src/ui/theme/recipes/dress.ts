/** What the recipes share: sizes under a finger, the ring of focus, the line under what is written, the edge of what opens. */

/** What is pressed by a finger is taller than what is pressed by a pointer. */
export const TOUCH = { base: '44px', md: '28px' } as const
export const FIELD = { base: '44px', md: '30px' } as const

/** Shown round what a key would act on. */
export const ring = { outline: '2px solid', outlineColor: 'action', outlineOffset: '1px' }
/** A line under what can be written, no box round it; verdigris while it is written. */
export const written = {
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
export const opened = {
  bg: 'leaf',
  color: 'ink',
  borderWidth: '1px',
  borderStyle: 'solid',
  borderColor: 'ink',
  borderRadius: '2px',
  boxShadow: 'none',
}
export const row = {
  borderRadius: '0',
  minH: TOUCH,
  px: '10px',
  fontSize: 'small',
  _highlighted: { bg: 'tint', boxShadow: 'inset 3px 0 0 {colors.action}' },
  _disabled: { opacity: 0.5 },
}

export const hover = { _hover: { bg: 'well', _disabled: { bg: 'transparent' } } }

/** A box or a ring that is ticked. */
export const control = {
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
