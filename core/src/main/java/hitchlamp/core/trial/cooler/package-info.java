/** The exhaust cooler: what gas goes through it and what heat it takes away. */
package hitchlamp.core.trial.cooler;
