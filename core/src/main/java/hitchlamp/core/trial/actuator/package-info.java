/** One actuator after the other, key on: how it follows what is commanded. */
package hitchlamp.core.trial.actuator;
