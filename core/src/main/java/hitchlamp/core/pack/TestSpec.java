package hitchlamp.core.pack;

import java.util.List;
import java.util.Map;

/**
 * A test that a unit offers: of a kind that the program knows, with the unit's own controls, limits
 * and conditions.
 *
 * @param id short name
 * @param kind what kind of test it is
 * @param title as the user reads it
 * @param answers what it tells, as a sentence
 * @param system of the unit under which it is listed
 * @param role of the module that is tested; {@link #ANY} for every module with services, {@link
 *     #UNIT} for the whole unit
 * @param minutes that it takes about
 * @param engine what the engine does meanwhile, in words
 * @param risk 0 nothing moves, 1 something moves or changes, 2 hot, fast or loud
 * @param hazards what to keep clear of while it lasts, as sentences
 * @param delaySeconds between beginning and the first command
 * @param longestSeconds that anything may be held
 * @param onceAKeyCycle true where the module does it once only until the key was off
 * @param listed false where it is offered elsewhere and not in the list of tests
 * @param uses controls and routines by what the kind calls them
 * @param reads data identifiers that are read again and again, by what the kind calls them
 * @param values SPNs that are looked at and kept
 * @param conditions that must hold
 * @param guards that let go
 * @param figures settings and limits by name
 * @param lists settings that are lists
 * @param relations what sensors agree about
 * @param moves actuators that it moves, in their order
 * @param serves components on which it throws light; each of its module's where empty
 * @param source where the limits come from
 * @param place where it stands in its file
 */
public record TestSpec(
    String id,
    String kind,
    String title,
    String answers,
    String system,
    String role,
    double minutes,
    String engine,
    int risk,
    List<String> hazards,
    double delaySeconds,
    double longestSeconds,
    boolean onceAKeyCycle,
    boolean listed,
    Map<String, String> uses,
    Map<String, Integer> reads,
    List<Integer> values,
    List<ConditionSpec> conditions,
    List<GuardSpec> guards,
    Map<String, Double> figures,
    Map<String, List<Integer>> lists,
    List<Relation> relations,
    List<MoveSpec> moves,
    List<String> serves,
    String source,
    Place place) {
  /** Role that stands for every module with services. */
  public static final String ANY = "any";

  /** Role of a test of the whole unit, not of one module. */
  public static final String UNIT = "unit";

  /** True where the whole unit is tested, not one module. */
  public boolean ofUnit() {
    return role.equals(UNIT);
  }

  /** True where a module of a role can be tested. */
  public boolean isFor(String role) {
    return this.role.equals(ANY) || this.role.equals(role);
  }

  /**
   * A figure that its kind needs.
   *
   * @throws hitchlamp.yaml.YamlFault where it is missing or out of its range
   */
  public double figure(String name, double least, double most) {
    Double value = figures.get(name);
    if (value == null || !(value >= least && value <= most)) {
      throw place.fault(PackWords.say("needs-a-figure-from-to", kind, name, least, most));
    }
    return value;
  }

  /** A figure that its kind can do without. */
  public double figure(String name, double least, double most, double otherwise) {
    return figures.containsKey(name) ? figure(name, least, most) : otherwise;
  }
}
