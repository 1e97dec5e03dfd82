import { describe, expect, test } from 'vitest'
import { customsOf, usualMains } from './customs.ts'

const at = (timeZone: string, longitudeDeg: number | null = null) => usualMains({ timeZone, longitudeDeg })

describe('what is customary where a place is', () => {
  test.each([
    ['Europe/London', 50, 230],
    ['Africa/Cairo', 50, 230],
    ['Australia/Lord_Howe', 50, 230],
    ['America/New_York', 60, 120],
    ['America/Toronto', 60, 120],
    ['America/Argentina/Cordoba', 50, 220],
    ['America/Santiago', 50, 220],
    ['America/Lima', 60, 220],
    ['America/Jamaica', 50, 110],
    ['Asia/Seoul', 60, 220],
    ['Asia/Riyadh', 60, 230],
    ['Pacific/Honolulu', 60, 120],
    ['Pacific/Auckland', 50, 230],
  ])('mains in %s run at %i Hz and %i V', (zone, hz, volts) => {
    expect(at(zone)).toEqual({ hz, volts })
  })

  test('one zone with two nets needs the place on the map', () => {
    expect(at('Asia/Tokyo')).toBeNull()
    expect(at('Asia/Tokyo', 139.7)).toEqual({ hz: 50, volts: 100 })
    expect(at('Asia/Tokyo', 135.5)).toEqual({ hz: 60, volts: 100 })
  })

  test('a zone of no country says nothing', () => {
    expect(at('UTC')).toBeNull()
    expect(at('Etc/GMT+5')).toBeNull()
  })

  test('dates, units and paper are as people there write them', () => {
    expect(customsOf('America/Chicago')).toMatchObject({ dateOrder: 'month first', units: 'feet', paper: 'Letter' })
    expect(customsOf('America/Vancouver')).toMatchObject({ dateOrder: 'year first', units: 'metric', paper: 'Letter' })
    expect(customsOf('Asia/Seoul')).toMatchObject({ dateOrder: 'year first', units: 'metric', paper: 'A4' })
    expect(customsOf('Europe/Lisbon')).toMatchObject({ dateOrder: 'day first', units: 'metric', paper: 'A4' })
    expect(customsOf('Asia/Tokyo')).toMatchObject({ mainsVolts: 100 })
  })
})
