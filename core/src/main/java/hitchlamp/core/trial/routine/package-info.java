/** A routine that a module runs by itself, such as beginning a new trip. */
package hitchlamp.core.trial.routine;
