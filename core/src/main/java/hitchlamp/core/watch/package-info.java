/**
 * Live values, recordings of them, comparison, and what a drive or a sea trial shows. Values are
 * raw counts with the scale that gives them a meaning, so that states survive.
 */
package hitchlamp.core.watch;
