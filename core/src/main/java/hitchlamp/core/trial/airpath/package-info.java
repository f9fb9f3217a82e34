/** The air path: each actuator is moved at raised idle, and what pressures and flow answer. */
package hitchlamp.core.trial.airpath;
