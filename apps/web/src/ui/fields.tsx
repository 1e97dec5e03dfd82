import {
  type BoxProps,
  Checkbox,
  type CheckboxRootProps,
  FileUpload,
  Input as ChakraInput,
  type InputProps,
  NativeSelect,
  type NativeSelectFieldProps,
  Textarea,
  type TextareaProps,
} from '@chakra-ui/react'
import type { CSSProperties, ReactNode } from 'react'
import { Button } from './parts.tsx'

/** A line that is written into. */
export const Input = (props: InputProps) => <ChakraInput {...props} />
/** Words, as long as they get: it grows with them. */
export const Area = (props: TextareaProps) => <Textarea autoresize {...props} />

/** One of a short fixed list. */
export const Select = ({
  children,
  w,
  mt,
  mb,
  disabled,
  ...props
}: NativeSelectFieldProps & Pick<BoxProps, 'w' | 'mt' | 'mb'> & { disabled?: boolean }) => (
  <NativeSelect.Root w={w} mt={mt} mb={mb} disabled={disabled}>
    <NativeSelect.Field {...props}>{children}</NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
)

interface TickProps extends Omit<CheckboxRootProps, 'onChange' | 'onCheckedChange' | 'checked'> {
  readonly checked: boolean
  readonly onTick: (checked: boolean) => void
  readonly children?: ReactNode
  readonly label?: string
}
/** Yes or no, with what it is about beside it. */
export const Tick = ({ checked, onTick, children, label, ...props }: TickProps) => (
  <Checkbox.Root checked={checked} onCheckedChange={(e) => onTick(e.checked === true)} {...props}>
    <Checkbox.HiddenInput aria-label={label} />
    <Checkbox.Control />
    {children !== undefined && <Checkbox.Label>{children}</Checkbox.Label>}
  </Checkbox.Root>
)

/** A file from this device. */
export const ChooseFile = ({
  label,
  accept,
  onFile,
  children = 'Choose a file',
}: {
  label: string
  accept: string
  onFile: (file: File) => void
  children?: ReactNode
}) => (
  <FileUpload.Root
    accept={accept}
    w="auto"
    onFileChange={({ acceptedFiles, rejectedFiles }) => {
      const file = acceptedFiles[0] ?? rejectedFiles[0]?.file
      if (file) onFile(file)
    }}
  >
    <FileUpload.HiddenInput aria-label={label} />
    <FileUpload.Trigger asChild>
      <Button>{children}</Button>
    </FileUpload.Trigger>
  </FileUpload.Root>
)

/** A reading that is slid along something drawn under it: the hand and the keys move it, what is drawn shows it. */
export const SlideOver = ({
  label,
  text,
  least,
  most,
  step,
  value,
  onSlide,
}: {
  label: string
  text: string
  least: number
  most: number
  step: number
  value: number
  onSlide: (value: number) => void
}) => (
  <input
    type="range"
    aria-label={label}
    aria-valuetext={text}
    min={least}
    max={most}
    step={step}
    value={value}
    onChange={(e) => onSlide(Number(e.target.value))}
    style={OVER}
  />
)
const OVER: CSSProperties = { position: 'absolute', inset: 0, width: '100%', opacity: 0.01, cursor: 'ew-resize' }
