/**
 * Diagnostic services of ISO 14229 over the segments of ISO 15765-2, with 29-bit normal fixed
 * addressing. All figures of the two standards are from memory.
 */
package hitchlamp.core.uds;
