/** What the tests of cylinders mean together: rules with reasons. */
package hitchlamp.core.trial.cylinders;
