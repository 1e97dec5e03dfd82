import { vi } from 'vitest'

/** Asks again until a check holds. What never comes fails; what comes late on a busy machine does not. */
export const inTime = <T>(check: () => T | Promise<T>): Promise<T> => vi.waitFor(check, { timeout: 90_000 })
