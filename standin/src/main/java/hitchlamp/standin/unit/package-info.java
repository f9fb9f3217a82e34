/** Whole simulated units: engine, modules, bus, cab. */
package hitchlamp.standin.unit;
