import {
  input,
  textarea,
  nativeSelect,
  field,
  numberInput,
  tagsInput,
  datePicker,
  combobox,
  colorPicker,
} from './recipes/writing.ts'
import {
  button,
  checkbox,
  radioGroup,
  switchRecipe,
  tabs,
  segmentGroup,
  slider,
  splitter,
  steps,
} from './recipes/choosing.ts'
import { dialog, drawer, menu, tooltip, toast, popover, emptyState, skeleton, progress } from './recipes/opening.ts'
export { TOUCH } from './recipes/dress.ts'

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
