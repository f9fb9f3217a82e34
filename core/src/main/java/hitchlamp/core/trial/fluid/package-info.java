/** Quality of the exhaust fluid: its sensor against a refractometer. */
package hitchlamp.core.trial.fluid;
