/** The circuit of the exhaust fluid: pump, line, injector, and the valve that empties it. */
package hitchlamp.core.trial.dosing;
