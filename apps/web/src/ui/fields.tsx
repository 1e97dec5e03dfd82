import {
  Box,
  type BoxProps,
  Checkbox,
  type CheckboxRootProps,
  type Color,
  ColorPicker,
  FileUpload,
  Input as ChakraInput,
  type InputProps,
  NativeSelect,
  type NativeSelectFieldProps,
  NumberInput,
  type NumberInputInputProps,
  parseColor,
  Portal,
  Slider,
  Textarea,
  type TextareaProps,
} from '@chakra-ui/react'
import { type ReactNode, type Ref, useId, useRef } from 'react'
import { Button } from './parts.tsx'

/** A line that is written into. */
export const Input = (props: InputProps & { readonly ref?: Ref<HTMLInputElement> }) => <ChakraInput {...props} />
/** A password with its label; a new one is offered to whatever keeps passwords. */
export const PasswordField = ({
  label,
  value,
  onType,
  isOld = false,
}: {
  label: string
  value: string
  onType: (text: string) => void
  isOld?: boolean
}) => {
  const id = useId()
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        type="password"
        autoComplete={isOld ? 'current-password' : 'new-password'}
        value={value}
        onChange={(e) => onType(e.target.value)}
      />
    </>
  )
}
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

/** A whole number: typed, or stepped by the arrows and the arrow keys; what it may be is said by its field. */
export const WholeNumber = ({
  value,
  onType,
  onKeep,
  onDrop,
  ...props
}: Omit<NumberInputInputProps, 'value'> & {
  value: string
  onType: (text: string) => void
  onKeep: (text: string) => void
  onDrop: () => void
}) => {
  const line = useRef<HTMLInputElement>(null)
  return (
    <NumberInput.Root
      value={value}
      clampValueOnBlur={false}
      formatOptions={{ useGrouping: false, maximumFractionDigits: 0 }}
      onValueChange={({ value: text }) => {
        if (text === value) return
        // Stepped by a finger it never has the focus that it would be kept by losing.
        if (document.activeElement === line.current) onType(text)
        else onKeep(text)
      }}
    >
      <NumberInput.Input
        ref={line}
        {...props}
        onBlur={(e) => onKeep(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur()
          if (e.key === 'Escape') onDrop()
        }}
      />
      <NumberInput.Control />
    </NumberInput.Root>
  )
}

/** A colour, taken by eye or typed as #27394a; kept once it is closed. */
export const ColourField = ({
  label,
  hex,
  disabled,
  onColour,
}: {
  label: string
  hex: string
  disabled?: boolean
  onColour: (hex: string) => void
}) => {
  const keep = (colour: Color) => {
    const chosen = colour.toString('hex').toLowerCase()
    if (chosen !== hex) onColour(chosen)
  }
  return (
    <ColorPicker.Root
      key={hex}
      defaultValue={parseColor(hex)}
      format="hsba"
      disabled={disabled}
      onOpenChange={({ open, value }) => {
        if (!open) keep(value)
      }}
    >
      <ColorPicker.Trigger aria-label={label} w="100%" h="52px">
        <Box w="100%" h="100%" style={{ background: hex }} />
      </ColorPicker.Trigger>
      <Portal>
        <ColorPicker.Positioner>
          <ColorPicker.Content>
            <ColorPicker.Area />
            <ColorPicker.ChannelSlider channel="hue" mt="8px" />
            <ColorPicker.ChannelInput channel="hex" mt="8px" />
          </ColorPicker.Content>
        </ColorPicker.Positioner>
      </Portal>
    </ColorPicker.Root>
  )
}

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

/** Files from this device. */
export const ChooseFiles = ({
  label,
  accept,
  onFiles,
  most = 100,
  folder = false,
  children = 'Choose files',
}: {
  label: string
  /** Any, where it is not said. */
  accept?: string
  /** All files of a folder, each with its path from there in `webkitRelativePath`. */
  folder?: boolean
  onFiles: (files: readonly File[]) => void
  most?: number
  children?: ReactNode
}) => (
  <FileUpload.Root {...(accept === undefined ? {} : { accept })} maxFiles={most} directory={folder} w="auto">
    {/* Taken as chosen: the part itself drops a second file of one name and size, and one that is chosen again. What is not as expected is told by whoever reads it. */}
    <FileUpload.HiddenInput
      aria-label={label}
      onInput={({ currentTarget }) => {
        const files = [...(currentTarget.files ?? [])].slice(0, most)
        if (files.length) onFiles(files)
      }}
    />
    <FileUpload.Trigger asChild>
      <Button>{children}</Button>
    </FileUpload.Trigger>
  </FileUpload.Root>
)

/** A file from this device. */
export const ChooseFile = ({
  onFile,
  children = 'Choose a file',
  ...props
}: {
  label: string
  accept: string
  onFile: (file: File) => void
  children?: ReactNode
}) => (
  <ChooseFiles most={1} onFiles={([file]) => file && onFile(file)} {...props}>
    {children}
  </ChooseFiles>
)

/** A reading that is slid along something drawn under it, by hand or by the arrow keys. */
export const SlideOver = ({
  label,
  text,
  least,
  most,
  step,
  value,
  onSlide,
  children,
}: {
  label: string
  text: string
  least: number
  most: number
  step: number
  value: number
  onSlide: (value: number) => void
  /** What is drawn under it. */
  children?: ReactNode
}) => (
  <Slider.Root
    flex="1"
    aria-label={[label]}
    min={least}
    max={most}
    step={step}
    value={[value]}
    onValueChange={({ value: [slid] }) => onSlide(slid!)}
    getAriaValueText={() => text}
    thumbAlignment="center"
  >
    <Slider.Control>
      <Slider.Track>{children}</Slider.Track>
      <Slider.Thumb index={0} />
    </Slider.Control>
  </Slider.Root>
)
