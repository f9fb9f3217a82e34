/**
 * The physics of a unit: one set of parameters, three solvers. Crank angle for cranking, mean
 * values for running, quasi-steady steps for the history. Defects change parameters here and
 * nothing else.
 */
package hitchlamp.standin.model;
