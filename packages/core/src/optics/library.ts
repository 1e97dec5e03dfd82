/** A part of a sensor that is read, by its size. */
export interface SensorMode {
  readonly key: string
  readonly name: string
  readonly widthMm: number
  readonly heightMm: number
  readonly widthPx: number
  readonly heightPx: number
}

/** Sensors and the parts of them that cameras commonly read, named by size and kind. A production adds its own. */
export const SENSOR_MODES: readonly SensorMode[] = [
  { key: 'full-16-9', name: 'Full width 36, 16 : 9', widthMm: 36, heightMm: 20.25, widthPx: 3840, heightPx: 2160 },
  { key: 'full-3-2', name: 'Full frame 36 × 24, open gate', widthMm: 36, heightMm: 24, widthPx: 6000, heightPx: 4000 },
  { key: 'full-17-9', name: 'Full width 36, 17 : 9', widthMm: 36, heightMm: 19, widthPx: 4096, heightPx: 2160 },
  { key: 'mid-16-9', name: '24 mm wide, 16 : 9', widthMm: 24, heightMm: 13.5, widthPx: 3840, heightPx: 2160 },
  { key: 'mid-3-2', name: '24 × 16, open gate', widthMm: 24, heightMm: 16, widthPx: 4608, heightPx: 3072 },
  { key: 'mid-4-3', name: '24 × 18, 4 : 3 for squeeze', widthMm: 24, heightMm: 18, widthPx: 3840, heightPx: 2880 },
  { key: 'mid-6-5', name: '21.6 × 18, 6 : 5 for squeeze', widthMm: 21.6, heightMm: 18, widthPx: 3456, heightPx: 2880 },
  { key: 'four-thirds', name: '17.3 mm wide, 17 : 9', widthMm: 17.3, heightMm: 9.1, widthPx: 4096, heightPx: 2160 },
  { key: 'small-16-9', name: '12.8 mm wide, 16 : 9', widthMm: 12.8, heightMm: 7.2, widthPx: 3840, heightPx: 2160 },
  { key: 'crop-s16', name: '12.4 mm wide crop, 16 : 9', widthMm: 12.4, heightMm: 7, widthPx: 1920, heightPx: 1080 },
  { key: 'tiny-16-9', name: '6.2 mm wide, 16 : 9', widthMm: 6.2, heightMm: 3.5, widthPx: 3840, heightPx: 2160 },
]

/** A lens by what it does. */
export interface LensKind {
  readonly key: string
  readonly name: string
  readonly focalLengthMm: number
  /** The long end of a zoom; the same as the short end otherwise. */
  readonly longestMm: number
  readonly tStop: number
  readonly squeeze: number
  readonly closeFocusM: number
  /** Diameter of the picture it throws, mm. */
  readonly imageCircleMm: number
}

const prime = (focalLengthMm: number, tStop: number, closeFocusM: number, imageCircleMm = 43.3): LensKind => ({
  key: `prime-${focalLengthMm}`,
  name: `${focalLengthMm} mm T${tStop}`,
  focalLengthMm,
  longestMm: focalLengthMm,
  tStop,
  squeeze: 1,
  closeFocusM,
  imageCircleMm,
})
const zoom = (short: number, long: number, tStop: number, closeFocusM: number, imageCircleMm: number): LensKind => ({
  key: `zoom-${short}-${long}`,
  name: `${short}–${long} mm zoom T${tStop}`,
  focalLengthMm: short,
  longestMm: long,
  tStop,
  squeeze: 1,
  closeFocusM,
  imageCircleMm,
})
const squeezed = (focalLengthMm: number, squeeze: number, tStop: number, closeFocusM: number): LensKind => ({
  ...prime(focalLengthMm, tStop, closeFocusM, 31),
  key: `squeeze-${focalLengthMm}-${squeeze}`,
  name: `${focalLengthMm} mm ${squeeze}× squeeze T${tStop}`,
  squeeze,
})

/** Lenses as they are commonly met, with middling figures; what is really in the case is typed over them. */
export const LENS_KINDS: readonly LensKind[] = [
  prime(14, 2.9, 0.28),
  prime(18, 2.2, 0.25),
  prime(21, 2.2, 0.25),
  prime(24, 1.5, 0.3),
  prime(28, 1.5, 0.28),
  prime(35, 1.5, 0.35),
  prime(40, 1.8, 0.4),
  prime(50, 1.5, 0.45),
  prime(65, 1.8, 0.6),
  prime(75, 1.8, 0.7),
  prime(85, 1.5, 0.85),
  { ...prime(100, 3.1, 0.3), key: 'macro-100', name: '100 mm macro T3.1' },
  prime(100, 2.2, 1),
  prime(135, 2.2, 1.1),
  prime(180, 3.1, 1.5),
  prime(300, 3.1, 2.2),
  { ...prime(24, 14, 0.05), key: 'probe-24', name: '24 mm periscope T14' },
  zoom(16, 35, 2.9, 0.28, 43.3),
  zoom(24, 70, 2.9, 0.38, 43.3),
  zoom(70, 200, 2.9, 1, 43.3),
  zoom(18, 110, 3.1, 0.5, 31),
  squeezed(35, 1.33, 2.9, 0.75),
  squeezed(40, 1.8, 2.2, 0.85),
  squeezed(50, 1.8, 2.2, 0.85),
  squeezed(75, 1.8, 2.2, 1),
  squeezed(50, 2, 2.3, 0.9),
  squeezed(75, 2, 2.3, 1),
  squeezed(100, 2, 2.8, 1.1),
]
