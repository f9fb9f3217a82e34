/** Test of the warning lamps, as packs call it. */
export const LAMP_CHECK = 'lamps'

/** What stands in place of a module where the whole unit is tested. */
export const UNIT = 'unit'

/** Where a test is done at a module. */
export function trialPath(job: number, test: string, module: string): string {
  return `/jobs/${job}/tests/run/${test}?module=${encodeURIComponent(module)}`
}
