/** The lamp check: the key goes off and on, each lamp must light and go out. */
package hitchlamp.core.trial.lamps;
