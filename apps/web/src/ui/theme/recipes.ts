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
import { button, checkbox, radioGroup, tabs, segmentGroup, slider, splitter, steps } from './recipes/choosing.ts'
import { dialog, drawer, menu, tooltip, toast, emptyState, skeleton, progress } from './recipes/opening.ts'

export const recipes = { button, input, textarea, skeleton }
export const slotRecipes = {
  nativeSelect,
  field,
  checkbox,
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
  steps,
  splitter,
}
