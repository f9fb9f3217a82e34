/** A forced regeneration: the parked unit's module burns its particulate filter clean. */
package hitchlamp.core.trial.regeneration;
