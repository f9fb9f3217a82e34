package hitchlamp.core.trial.filter;

import java.util.List;
import java.util.Optional;

/**
 * What a filter loses at one flow and temperature, fitted over moments of many, so that visits,
 * units and before and after can be compared. Through wall and soot gas creeps: the loss grows with
 * viscosity and volume flow (Darcy), that is with the mass flow and the temperature to the power of
 * 1.7 (viscosity of air: power of 0.7, Sutherland's law nearby). It is a straight line through what
 * the sensor shows without flow; where that is not nothing, its zero is off.
 *
 * @param zeroKpa what the sensor shows without flow
 * @param kpa that the filter loses at {@link #FLOW} and {@link #CELSIUS}
 * @param plusMinus two standard errors of it
 * @param moments fitted
 */
public record LossFit(double zeroKpa, double kpa, double plusMinus, int moments) {
  /** Flow, kg/h, and temperature, °C, at which losses are compared. */
  public static final double FLOW = 460;

  public static final double CELSIUS = 530;

  private static final double POWER = 1.7;
  private static final double ZERO_C = 273.15;

  /** Fewest moments of a fit. */
  private static final int FEWEST = 30;

  /** The most of the flows, temperature taken in, must be so many times the least. */
  private static final double RANGE = 1.6;

  private static final double NARROW = 1.25;

  /** Less than this is lost in what the sensor is off by. */
  private static final double ENOUGH = 0.25;

  private static final double SURE = 2;

  /**
   * A moment.
   *
   * @param flow of the exhaust, kg/h
   * @param celsius of the gas in the filter
   * @param kpa that the sensor shows
   */
  public record Moment(double flow, double celsius, double kpa) {
    /** Flow with what the temperature does to it, relative to that at which losses are compared. */
    public double size() {
      return flow / FLOW * Math.pow((celsius + ZERO_C) / (CELSIUS + ZERO_C), POWER);
    }

    boolean told() {
      return Double.isFinite(kpa) && Double.isFinite(size()) && size() > 0;
    }
  }

  /** Empty where the moments are too few or too much alike. */
  public static Optional<LossFit> of(List<Moment> moments) {
    return of(moments, RANGE);
  }

  /**
   * The same over flows that differ less, as while a filter cools down; empty where the noise of
   * the sensor leaves too much open.
   *
   * @param sureKpa two standard errors of the loss at most
   */
  public static Optional<LossFit> narrow(List<Moment> moments, double sureKpa) {
    return of(moments, NARROW).filter(f -> f.plusMinus() <= sureKpa);
  }

  private static Optional<LossFit> of(List<Moment> moments, double range) {
    List<Moment> told = moments.stream().filter(Moment::told).toList();
    int n = told.size();
    double least = told.stream().mapToDouble(Moment::size).min().orElse(0);
    double most = told.stream().mapToDouble(Moment::size).max().orElse(0);
    if (n < FEWEST || most < ENOUGH || most < range * least) {
      return Optional.empty();
    }
    double x = told.stream().mapToDouble(Moment::size).sum() / n;
    double y = told.stream().mapToDouble(Moment::kpa).sum() / n;
    double xx = 0;
    double xy = 0;
    for (Moment m : told) {
      xx += (m.size() - x) * (m.size() - x);
      xy += (m.size() - x) * (m.kpa() - y);
    }
    double slope = xy / xx;
    double zero = y - slope * x;
    double squares = 0;
    for (Moment m : told) {
      double off = m.kpa() - zero - slope * m.size();
      squares += off * off;
    }
    return Optional.of(new LossFit(zero, slope, SURE * Math.sqrt(squares / (n - 2) / xx), n));
  }

  /**
   * What it lost in other moments, with this zero, at the one flow and temperature; not a number
   * where they are too few.
   */
  public double at(List<Moment> others) {
    List<Moment> told = others.stream().filter(Moment::told).toList();
    double sizes = told.stream().mapToDouble(Moment::size).sum();
    double lost = told.stream().mapToDouble(m -> m.kpa() - zeroKpa).sum();
    return told.size() < FEWEST || sizes < ENOUGH * told.size() ? Double.NaN : lost / sizes;
  }
}
