/** Files up to this size are worked on several at a time: what they cost is waiting, not bytes. */
export const SMALL_BYTES = 1024 * 1024
export const LANES = 4

/**
 * Works through items with as many at a time as there are tools, each with a tool to itself. The first
 * failure lets the others end what they are at and begins nothing new.
 * @returns the first failure, if any
 */
export async function inLanes<Item, Tool>(
  items: readonly Item[],
  tools: readonly Tool[],
  work: (item: Item, tool: Tool, at: number) => Promise<void>,
): Promise<PromiseRejectedResult | undefined> {
  let next = 0
  let failed = false
  const lane = async (tool: Tool) => {
    while (next < items.length && !failed) {
      const at = next++
      try {
        await work(items[at]!, tool, at)
      } catch (error) {
        failed = true
        throw error
      }
    }
  }
  const lanes = await Promise.allSettled(tools.slice(0, items.length).map(lane))
  return lanes.find((l) => l.status === 'rejected')
}
