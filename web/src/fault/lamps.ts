import type { FaultsView, ModuleLine, Roll } from '../api/client'

/** A module with the lamps that it commands. */
export type Commands = Pick<ModuleLine, 'key' | 'title' | 'lamps'>

/** What each module commands by the newest read of the faults; by the roll call where that tells nothing. */
export function commanded(view: FaultsView, roll: Roll | undefined): Commands[] {
  const read = view.modules.filter((m) => m.lamps != null)
  const others = roll?.modules.filter((m) => m.lamps != null && !read.some((r) => r.key === m.key)) ?? []
  return [...read, ...others]
}
