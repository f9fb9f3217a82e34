package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * Which unit a roll shows. The engine's word goes first: its maker and model choose the pack, its
 * hours are the time axis, and its VIN stands where modules disagree.
 *
 * @param vin empty where nobody told one
 * @param maker of the engine, empty where it told none
 * @param model of the engine
 * @param hours engine hours
 * @param kilometres of the first module that counts them
 * @param names of the modules that answered
 */
public record UnitShown(
    String vin,
    String maker,
    String model,
    OptionalDouble hours,
    OptionalDouble kilometres,
    List<Name> names) {
  private static final int ENGINE = 0;

  /** Modules by which a unit is known without its engine's word (common practice, no source). */
  private static final int LEAST_KNOWN = 3;

  /** The same where they are all that it has beside its engines, and nothing else is there. */
  private static final int FEW_KNOWN = 2;

  private static final int MOST_STRANGE = 1;

  /** The engine and two more. */
  private static final int MOST_MISSING = 3;

  /** Reads it from a roll. */
  public static UnitShown of(Roll roll) {
    String vin = "";
    Identity engine = Identity.UNKNOWN;
    OptionalDouble kilometres = OptionalDouble.empty();
    for (RollEntry e : roll.entries()) {
      vin = vin.isEmpty() ? e.identity().vin() : vin;
      boolean first = engine == Identity.UNKNOWN;
      if (first && e.name().filter(n -> n.function() == ENGINE).isPresent()) {
        engine = e.identity();
      }
      kilometres = kilometres.isEmpty() ? e.identity().kilometres() : kilometres;
    }
    return new UnitShown(
        engine.vin().isEmpty() ? vin : engine.vin(),
        engine.maker(),
        engine.model(),
        engine.hours(),
        kilometres,
        roll.entries().stream()
            .filter(e -> e.presence() != RollEntry.Presence.SILENT)
            .flatMap(e -> e.name().stream())
            .toList());
  }

  /**
   * The maker's pack that fits, where the roll was made under the base alone: by what the engine
   * says of itself, or where it is silent by the other modules.
   */
  public Optional<Pack> fits(Pack used, PackLibrary shelf) {
    if (used.layer() != Pack.Layer.BASE) {
      return Optional.empty();
    }
    return maker.isEmpty() ? byModules(shelf) : shelf.find(maker, model);
  }

  /**
   * The one pack whose modules these are. The engine's must be missing and little else; where two
   * packs fit as well nothing is guessed.
   */
  private Optional<Pack> byModules(PackLibrary shelf) {
    Pack best = null;
    int most = Integer.MIN_VALUE;
    boolean alone = false;
    for (Pack p : shelf.ofUnits()) {
      Set<String> known = new HashSet<>();
      names.forEach(n -> p.module(n).map(ModuleKind::id).ifPresent(known::add));
      int strange = names.size() - known.size();
      int missing = (int) p.expected().stream().filter(m -> !known.contains(m.id())).count();
      boolean fits =
          (known.size() >= LEAST_KNOWN && strange <= MOST_STRANGE && missing <= MOST_MISSING
                  || known.size() >= FEW_KNOWN && strange == 0 && missing == p.engines().size())
              && p.engines().stream().anyMatch(e -> !known.contains(e.id()));
      int score = known.size() - strange - missing;
      if (fits && score >= most) {
        alone = score > most;
        most = score;
        best = p;
      }
    }
    return alone ? Optional.of(best) : Optional.empty();
  }
}
