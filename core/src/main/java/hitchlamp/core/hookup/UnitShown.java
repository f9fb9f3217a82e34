package hitchlamp.core.hookup;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Which unit a roll shows. The engine's word goes first: its maker and model choose the pack, its
 * hours are the time axis, and its VIN stands where modules disagree.
 *
 * @param vin empty where nobody told one
 * @param maker of the engine, empty where it told none
 * @param model of the engine
 * @param hours engine hours
 * @param kilometres of the first module that counts them
 */
public record UnitShown(
    String vin, String maker, String model, OptionalDouble hours, OptionalDouble kilometres) {
  private static final int ENGINE = 0;

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
        kilometres);
  }

  /** The maker's pack that fits, where the roll was made under the base alone. */
  public Optional<Pack> fits(Pack used, PackLibrary shelf) {
    return used.layer() == Pack.Layer.BASE ? shelf.find(maker, model) : Optional.empty();
  }
}
