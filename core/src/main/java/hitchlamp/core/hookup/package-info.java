/**
 * Hooking up: finding the bus speed, our own station on the bus, conversations with modules,
 * procedures and holds, and the first procedure, the roll call.
 */
package hitchlamp.core.hookup;
