package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * DM33: how long a device was at work that lets the engine emit more than in its test, as one that
 * protects it in the cold (emission-increasing auxiliary emission control device, EI-AECD;
 * J1939-73, from memory).
 *
 * @param number of the device, 1 to 250, as its maker counts them
 * @param minutes it was at work; empty where not available
 * @param minutesFar where a second timer counts: minutes it was at work by more than 75 %
 */
public record AuxiliaryTime(int number, OptionalLong minutes, OptionalLong minutesFar) {
  /** Devices that one module may tell of: what comes beyond is passed over. */
  public static final int MOST = 64;

  private static final int BYTES = 9;
  private static final int GREATEST = 250;

  /**
   * What a message tells.
   *
   * @param garbled what did not fit the layout, in words
   */
  public record Told(List<AuxiliaryTime> times, Optional<String> garbled) {}

  /** Reads the data of DM33. */
  public static Told of(byte[] data) {
    List<AuxiliaryTime> times = new ArrayList<>();
    int at = 0;
    for (; at + BYTES <= data.length && times.size() < MOST; at += BYTES) {
      int number = data[at] & 0xFF;
      if (number >= 1 && number <= GREATEST) {
        times.add(new AuxiliaryTime(number, minutes(data, at + 1), minutes(data, at + 5)));
      }
    }
    // One frame that holds no device is filled up: the module has none.
    boolean fits = data.length <= 8 || times.size() == MOST || at == data.length;
    return new Told(
        List.copyOf(times),
        fits
            ? Optional.empty()
            : Optional.of(J1939Words.say("bytes-after-the-last-whole-timer", data.length - at)));
  }

  private static OptionalLong minutes(byte[] data, int at) {
    long raw = 0;
    for (int i = 3; i >= 0; i--) {
      raw = raw << 8 | data[at + i] & 0xFF;
    }
    return RawValue.of(raw, 32) == RawValue.VALID ? OptionalLong.of(raw) : OptionalLong.empty();
  }
}
