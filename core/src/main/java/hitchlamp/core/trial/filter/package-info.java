/** What a particulate filter loses in pressure, and what that says of it. */
package hitchlamp.core.trial.filter;
