/** Rail and supply pressure: steady, in snaps and after the engine was stopped. */
package hitchlamp.core.trial.rail;
