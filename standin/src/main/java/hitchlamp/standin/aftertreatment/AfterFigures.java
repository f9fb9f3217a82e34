package hitchlamp.standin.aftertreatment;

import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;

/**
 * What makes the aftertreatment of one unit different from its sisters'.
 *
 * @param size displacement of its engine relative to the six in line
 * @param nox that its engine makes, relative to nominal
 * @param soot the same
 * @param lightOffK at which its catalyst burns half of the fuel
 * @param storage of its SCR catalyst, relative to nominal
 * @param pump delivery of its fluid pump, relative to nominal
 * @param line volume of its fluid line, L
 * @param level fluid in its tank at the start, L
 * @param seeps leak of its closed fluid line, share of what its injector passes at most
 */
public record AfterFigures(
    double size,
    double nox,
    double soot,
    double lightOffK,
    double storage,
    double pump,
    double line,
    double level,
    double seeps) {
  private static final double LIGHT_OFF_K = 513;
  private static final double LIGHT_OFF_SCATTER = 0.015;
  private static final double LINE_LITRES = 0.07;
  private static final double LEVEL_LITRES = 42;

  /** No valve closes for good: 0.05 bar a minute at the held pressure. Common practice. */
  private static final double SEEPS = 5e-5;

  /** The middle of all that clean an engine of a size. */
  public static AfterFigures nominal(double size) {
    return new AfterFigures(size, 1, 1, LIGHT_OFF_K, 1, 1, LINE_LITRES, LEVEL_LITRES, SEEPS);
  }

  /**
   * One unit's.
   *
   * @param narrow scatter of what the maker keeps within narrow limits
   * @param wide scatter of the rest
   */
  public AfterFigures scattered(DoubleUnaryOperator narrow, DoubleUnaryOperator wide) {
    double light = LIGHT_OFF_SCATTER * (wide.applyAsDouble(1) - 1) / 0.15;
    AfterFigures drawn =
        new AfterFigures(
            size,
            (wide.applyAsDouble(nox) + nox) / 2,
            wide.applyAsDouble(soot),
            lightOffK * (1 + light),
            wide.applyAsDouble(storage),
            narrow.applyAsDouble(pump),
            wide.applyAsDouble(line),
            wide.applyAsDouble(level),
            seeps);
    // Drawn apart, so that nothing else of the unit changes by it.
    double tight = 2 * new SplittableRandom(Double.doubleToLongBits(drawn.line)).nextDouble();
    return new AfterFigures(
        drawn.size,
        drawn.nox,
        drawn.soot,
        drawn.lightOffK,
        drawn.storage,
        drawn.pump,
        drawn.line,
        drawn.level,
        seeps * tight);
  }
}
