package hitchlamp.core.trial.filter;

import hitchlamp.core.trial.Level;

/**
 * What the filter lost at one speed.
 *
 * @param wanted speed that was asked for, rpm
 * @param rpm speed that was held
 * @param flow of the exhaust as the module reckons it, kg/h
 * @param celsius of the gas behind the filter
 * @param kpa that the sensor showed
 */
public record FilterPoint(int wanted, double rpm, Level flow, double celsius, Level kpa) {
  /** Flow with what the temperature does to it, relative to that of {@link LossFit}. */
  public double size() {
    return new LossFit.Moment(flow.mean(), celsius, 0).size();
  }

  /** True where everything was told often enough. */
  boolean told() {
    return flow.count() >= 3 && kpa.count() >= 5 && Double.isFinite(size()) && size() > 0;
  }
}
