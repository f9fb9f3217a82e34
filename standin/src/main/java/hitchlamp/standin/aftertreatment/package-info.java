/**
 * What cleans the exhaust: oxidation catalyst with its fuel doser, particulate filter, fluid
 * dosing, SCR catalyst, gas sensors, and the module's control of them.
 */
package hitchlamp.standin.aftertreatment;
