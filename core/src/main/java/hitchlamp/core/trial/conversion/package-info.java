/** Conversion of nitrogen oxides over a drive: sensors, dosing and catalyst told apart. */
package hitchlamp.core.trial.conversion;
