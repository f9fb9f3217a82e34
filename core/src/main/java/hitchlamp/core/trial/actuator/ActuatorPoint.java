package hitchlamp.core.trial.actuator;

/**
 * A moment of an actuator.
 *
 * @param at seconds since the module was asked for the value that stands now
 * @param step which of the values of the course it is, counted from 0
 * @param wanted that is commanded, in the control's unit
 * @param position that its sensor tells, in the same unit
 */
public record ActuatorPoint(double at, int step, double wanted, double position) {}
