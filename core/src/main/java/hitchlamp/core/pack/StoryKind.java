package hitchlamp.core.pack;

import hitchlamp.core.quantity.Unit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What a module remembers of the unit's life beside faults, and under which identifiers of ISO
 * 14229 it tells it. Numbers stand high byte first; tables begin with their number of pages and of
 * the records on this page, the next page has the next identifier.
 *
 * @param keeper id of the module
 * @param hourStep hours a count, in tables
 * @param keptHours engine hours for which a fault surely stays in the memory once it was set
 * @param protection table of what left its safe range
 * @param quantities of that table, by code
 * @param life identifier of the life figures
 * @param trip identifier of the trip figures
 * @param figures what stands in both, four bytes each, in order
 * @param duty map of time over speed and load
 * @param bands hours per band of road speed
 * @param trail what tools did
 * @param regenerations how the latest regenerations of the particulate filter went
 * @param counters identifier of how often each SPN failed
 * @param resetTrip test that begins a new trip; empty where none does
 */
public record StoryKind(
    String keeper,
    double hourStep,
    double keptHours,
    OptionalInt protection,
    Map<Integer, Quantity> quantities,
    OptionalInt life,
    OptionalInt trip,
    List<Field> figures,
    Optional<Duty> duty,
    Optional<Bands> bands,
    Optional<Trail> trail,
    Optional<Regenerations> regenerations,
    OptionalInt counters,
    String resetTrip) {
  /** Nothing is remembered that anybody knows of. */
  public static final StoryKind NONE =
      new StoryKind(
          "",
          1,
          0,
          OptionalInt.empty(),
          Map.of(),
          OptionalInt.empty(),
          OptionalInt.empty(),
          List.of(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          OptionalInt.empty(),
          "");

  /**
   * A guarded quantity.
   *
   * @param above true where it must stay below its limit
   * @param faultBeyond beyond this it surely sets one of its faults; empty where that is not known
   * @param faults that it sets
   */
  public record Quantity(
      int code,
      String name,
      double scale,
      double offset,
      Unit unit,
      boolean above,
      OptionalDouble faultBeyond,
      List<Component.FaultPattern> faults) {}

  /** One figure of use, four bytes. */
  public record Field(UseFigure figure, double scale, Unit unit) {}

  /**
   * @param rpm upper ends of the bands of speed, the last band has none
   * @param load upper ends of the bands of load, percent
   */
  public record Duty(OptionalInt life, OptionalInt trip, List<Double> rpm, List<Double> load) {}

  /**
   * @param kmh upper ends of the bands, the last band has none
   */
  public record Bands(int identifier, List<Double> kmh) {}

  /**
   * @param deeds what the codes mean
   * @param toolCharacters length of the tool's name
   */
  public record Trail(int identifier, Map<Integer, ToolEvent> deeds, int toolCharacters) {}

  /**
   * A table of 14 bytes each: how it ended, 1 where the unit was parked, minutes, percent of soot
   * at its begin; hour and distance at its end, four bytes each; percent of idling and cold starts
   * since the one before.
   *
   * @param ends what the codes of its end mean
   * @param kilometres distance a count
   */
  public record Regenerations(
      int identifier, Map<Integer, RegenerationEnd> ends, double kilometres) {}

  /** What a tool did. */
  public enum ToolEvent {
    CLEAR(PackWords.say("faults-cleared")),
    CALIBRATION(PackWords.say("calibration-changed")),
    ADJUSTMENT(PackWords.say("adjustment-changed")),
    TRIP_RESET(PackWords.say("trip-reset"));

    private final String title;

    ToolEvent(String title) {
      this.title = title;
    }

    /** What the technician calls it. */
    public String title() {
      return title;
    }
  }
}
