/**
 * The harness of a simulated unit as a network of resistances and sources, and the meter on it. The
 * names of plugs, contacts, splices and fuses are those printed on the unit.
 */
package hitchlamp.standin.wiring;
