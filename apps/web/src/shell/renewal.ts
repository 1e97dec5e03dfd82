import type { RegisterSWOptions } from 'vite-plugin-pwa/types'
import { offer, say } from '../store/production.ts'

/** A page that was loaded anew for a missing part so lately is not again. */
const AGAIN_AFTER_MS = 30_000
const LOADED_AT = 'kavrell.loadedForPart'

/**
 * Keeps the app on the device, and opens a newer one when somebody asks for it: never under their hands, since a line
 * that is half typed would be gone. A window in which nobody asked goes on with what it has.
 */
export function keepOnDevice(
  register: (heard: RegisterSWOptions) => () => Promise<void>,
  reload = () => window.location.reload(),
): void {
  let isAsked = false
  const renew = register({
    onNeedRefresh: () =>
      offer('A newer Kavrell is ready.', 'Open it', () => {
        isAsked = true
        void renew()
      }),
    onNeedReload: () =>
      isAsked ? reload() : say('A newer Kavrell was opened in another window. It opens here with the next reload.'),
  })
}

/** Loads the page anew where a part of it is no longer to be had, as after a newer one was opened elsewhere. */
export function reloadForMissingParts(reload = () => window.location.reload(), nowMs = () => Date.now()): void {
  window.addEventListener('vite:preloadError', (event) => {
    if (nowMs() - Number(sessionStorage.getItem(LOADED_AT) ?? 0) < AGAIN_AFTER_MS) return
    event.preventDefault()
    sessionStorage.setItem(LOADED_AT, String(nowMs()))
    reload()
  })
}
