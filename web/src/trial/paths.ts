/** Where a test is done at a module. */
export function trialPath(job: number, test: string, module: string): string {
  return `/jobs/${job}/tests/run/${test}?module=${encodeURIComponent(module)}`
}
