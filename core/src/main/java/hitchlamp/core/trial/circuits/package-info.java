/** The test that a module makes of its own circuits. */
package hitchlamp.core.trial.circuits;
