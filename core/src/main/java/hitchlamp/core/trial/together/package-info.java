/**
 * What tests of air path, actuators, cooler and rail mean together, and with what else is known.
 */
package hitchlamp.core.trial.together;
