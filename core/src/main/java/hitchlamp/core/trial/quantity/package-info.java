/** Dosed quantity of exhaust fluid: what was asked for against what a beaker caught. */
package hitchlamp.core.trial.quantity;
