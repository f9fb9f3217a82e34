/** Relative compression from the times of a cranked engine (E1). */
package hitchlamp.core.trial.compression;
