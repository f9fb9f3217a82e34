/** Restoring the flow of the exhaust fluid's injector: warm, measure, flush, cool, and again. */
package hitchlamp.core.trial.restore;
