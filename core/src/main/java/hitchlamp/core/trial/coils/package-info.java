/** Circuits of the injectors, key on (E5). */
package hitchlamp.core.trial.coils;
