/** What this device keeps between visits that is no production's: how somebody likes to look at things. */
export const remembered = (name: string): string | null => {
  try {
    return localStorage.getItem(`kavrell.${name}`)
  } catch {
    return null
  }
}
export const remember = (name: string, value: string): void => {
  try {
    localStorage.setItem(`kavrell.${name}`, value)
  } catch {
    /* a private window keeps nothing, which is fine */
  }
}
