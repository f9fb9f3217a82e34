package hitchlamp.core.uds;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.IntUnaryOperator;

/** Reads what service 0x19 answers (ISO 14229-1, from memory). What does not fit is said. */
public final class FaultInformation {
  private static final int HEAD = 6;
  private static final int J1939_BYTES = 4;

  private FaultInformation() {}

  /**
   * Something read, and what did not fit.
   *
   * @param value possibly a part of it
   */
  public record Parsed<T>(T value, Optional<String> garbled) {
    static <T> Parsed<T> fine(T value) {
      return new Parsed<>(value, Optional.empty());
    }

    static <T> Parsed<T> garbled(T value, String why) {
      return new Parsed<>(value, Optional.of(why));
    }
  }

  /** One numbered record of a fault. */
  public record Numbered(int number, byte[] data) {
    @Override
    public boolean equals(Object o) {
      return o instanceof Numbered n && number == n.number && Arrays.equals(data, n.data);
    }

    @Override
    public int hashCode() {
      return 31 * number + Arrays.hashCode(data);
    }
  }

  /** A value frozen in a snapshot. */
  public record Frozen(int identifier, byte[] data) {
    @Override
    public boolean equals(Object o) {
      return o instanceof Frozen f && identifier == f.identifier && Arrays.equals(data, f.data);
    }

    @Override
    public int hashCode() {
      return 31 * identifier + Arrays.hashCode(data);
    }
  }

  /** A snapshot: all values frozen at one occurrence. */
  public record Snapshot(int number, List<Frozen> values) {}

  /** The list of faults by status. */
  public static Parsed<List<ServiceFault>> faults(byte[] data) {
    if (data.length < 3 || (data[1] & 0xFF) != Services.BY_STATUS) {
      return Parsed.garbled(List.of(), UdsWords.say("a-fault-list-of-bytes", data.length));
    }
    List<ServiceFault> faults = new ArrayList<>();
    int at = 3;
    for (; at + J1939_BYTES <= data.length; at += J1939_BYTES) {
      faults.add(ServiceFault.of(code(data, at), data[at + 3] & 0xFF));
    }
    return at == data.length
        ? Parsed.fine(faults)
        : Parsed.garbled(faults, UdsWords.say("bytes-too-many-behind-the-fault", data.length - at));
  }

  private static int code(byte[] data, int at) {
    return (data[at] & 0xFF) << 16 | (data[at + 1] & 0xFF) << 8 | data[at + 2] & 0xFF;
  }

  /**
   * The snapshots of a fault.
   *
   * @param lengths bytes of an identifier's value; negative where nobody knows it
   */
  public static Parsed<List<Snapshot>> snapshots(
      byte[] data, int spn, int fmi, IntUnaryOperator lengths) {
    List<Snapshot> snapshots = new ArrayList<>();
    Optional<String> head = head(data, Services.SNAPSHOTS, spn, fmi);
    if (head.isPresent()) {
      return new Parsed<>(snapshots, head);
    }
    int at = HEAD;
    while (at < data.length) {
      if (at + 2 > data.length) {
        return Parsed.garbled(snapshots, UdsWords.say("a-snapshot-ends-in-its-head"));
      }
      int number = data[at] & 0xFF;
      int count = data[at + 1] & 0xFF;
      at += 2;
      List<Frozen> values = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        int id = at + 2 <= data.length ? (data[at] & 0xFF) << 8 | data[at + 1] & 0xFF : -1;
        int length = id < 0 ? -1 : lengths.applyAsInt(id);
        boolean fits = length >= 0 && at + 2 + length <= data.length;
        if (!fits) {
          snapshots.add(new Snapshot(number, List.copyOf(values)));
          return Parsed.garbled(
              snapshots,
              id >= 0 && length < 0
                  ? UdsWords.say("snapshot-value-is-not-in-the-pack", String.format("0x%04X", id))
                  : UdsWords.say("a-snapshot-is-shorter-than-its"));
        }
        values.add(new Frozen(id, Arrays.copyOfRange(data, at + 2, at + 2 + length)));
        at += 2 + length;
      }
      snapshots.add(new Snapshot(number, List.copyOf(values)));
    }
    return Parsed.fine(snapshots);
  }

  /**
   * One record of the extended data of a fault.
   *
   * @param lengths bytes of a record; negative where nobody knows it
   */
  public static Parsed<List<Numbered>> extendedData(
      byte[] data, int spn, int fmi, IntUnaryOperator lengths) {
    List<Numbered> records = new ArrayList<>();
    Optional<String> head = head(data, Services.EXTENDED_DATA, spn, fmi);
    if (head.isPresent()) {
      return new Parsed<>(records, head);
    }
    int at = HEAD;
    while (at < data.length) {
      int number = data[at] & 0xFF;
      int length = lengths.applyAsInt(number);
      if (length < 0 || at + 1 + length > data.length) {
        return Parsed.garbled(
            records,
            length < 0
                ? UdsWords.say("extended-data-record-is-not-in", number)
                : UdsWords.say("extended-data-record-is-too-short", number));
      }
      records.add(new Numbered(number, Arrays.copyOfRange(data, at + 1, at + 1 + length)));
      at += 1 + length;
    }
    return Parsed.fine(records);
  }

  private static Optional<String> head(byte[] data, int part, int spn, int fmi) {
    if (data.length < HEAD || (data[1] & 0xFF) != part) {
      return Optional.of(UdsWords.say("an-answer-of-bytes-without-its", data.length));
    }
    return code(data, 2) == ServiceFault.code(spn, fmi)
        ? Optional.empty()
        : Optional.of(UdsWords.say("an-answer-about-another-fault-than"));
  }
}
