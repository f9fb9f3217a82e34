/**
 * The parts of an engine as physics has them: each with a state, a step and ports for mass flow,
 * pressure, temperature, torque and current. SI throughout: Pa, K, kg/s, W, N·m. No part knows what
 * is wrong with it: wear and damage change an area, a resistance, a friction, an efficiency.
 */
package hitchlamp.standin.engine;
