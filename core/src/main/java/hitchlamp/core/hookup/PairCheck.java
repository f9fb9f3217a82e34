package hitchlamp.core.hookup;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/**
 * What a meter says about the CAN pair of a silent bus. Limits: common practice, no source (60 ohm
 * sound, 120 one terminator, 40 three; about 2.5 V on each wire at idle).
 */
public final class PairCheck {
  /** Below this a control module does not work (common practice, no source: 6.5 V). */
  private static final double NO_VOLTAGE = 6.5;

  private PairCheck() {}

  /**
   * A finding about the pair.
   *
   * @param sound whether it is as it should be
   * @param says what was found and what to do next
   */
  public record Finding(boolean sound, String says) {}

  /**
   * Judges readings; those not taken are left out.
   *
   * @param supplyVolts between the supply and ground pins of the plug, V
   * @param ohms across the pair, power off, 0 or more
   * @param highVolts CAN high to ground, key on
   * @param lowVolts CAN low to ground, key on
   */
  public static List<Finding> judge(
      OptionalDouble supplyVolts,
      OptionalDouble ohms,
      OptionalDouble highVolts,
      OptionalDouble lowVolts) {
    List<Finding> findings = new ArrayList<>();
    supplyVolts.ifPresent(v -> findings.add(supply(v)));
    ohms.ifPresent(r -> findings.add(resistance(r)));
    highVolts.ifPresent(v -> findings.add(voltage("CAN high", v)));
    lowVolts.ifPresent(v -> findings.add(voltage("CAN low", v)));
    return findings;
  }

  private static Finding supply(double v) {
    if (v < NO_VOLTAGE) {
      return new Finding(false, HookupWords.say("no-voltage-at-the-plug-check"));
    }
    return new Finding(true, HookupWords.say("the-plug-has-voltage"));
  }

  private static Finding resistance(double r) {
    if (r < 5) {
      return new Finding(false, HookupWords.say("the-pair-is-shorted-together-unplug"));
    } else if (r < 35) {
      return new Finding(false, HookupWords.say("too-low-a-short-through-a"));
    } else if (r < 50) {
      return new Finding(false, HookupWords.say("one-terminator-too-many-look-for"));
    } else if (r <= 70) {
      return new Finding(true, HookupWords.say("both-terminators-are-there-and-the"));
    } else if (r <= 135) {
      return new Finding(false, HookupWords.say("one-terminator-is-missing-or-the"));
    }
    return new Finding(false, HookupWords.say("the-pair-is-open-at-this"));
  }

  private static Finding voltage(String wire, double v) {
    if (v < 1.2) {
      return new Finding(false, HookupWords.say("is-near-ground-no-module-drives", wire));
    } else if (v <= 3.8) {
      return new Finding(true, HookupWords.say("is-where-an-idle-or-busy", wire));
    }
    return new Finding(false, HookupWords.say("is-pulled-up-look-for-a", wire));
  }
}
