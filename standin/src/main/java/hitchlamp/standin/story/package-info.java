/**
 * What a module remembers of the unit's life beside faults: use, leaving of the safe range, deeds.
 */
package hitchlamp.standin.story;
