/**
 * Our own station on one bus: its address, conversations with modules, what it holds, and the
 * procedures that run on it.
 */
package hitchlamp.core.station;
