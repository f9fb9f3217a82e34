/** Following a guide to the bad part, and the wiring that it leads along. */
package hitchlamp.core.trace;
