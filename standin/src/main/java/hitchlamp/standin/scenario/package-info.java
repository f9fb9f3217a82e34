/** Scenarios: which unit, which seed, what is wrong with it and what it has lived through. */
package hitchlamp.standin.scenario;
