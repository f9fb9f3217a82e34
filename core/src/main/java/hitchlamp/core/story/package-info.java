/** What the unit remembers beside faults: protection, trip and life, trail, counters, wipes. */
package hitchlamp.core.story;
