package hitchlamp.core.pack;

import hitchlamp.core.j1939.Name;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One pack, or several layers laid over each other.
 *
 * @param id short name
 * @param title what the user reads
 * @param layer which layer; of several, the topmost
 * @param version number of the pack's own version
 * @param hash SHA-256 of the file in hex, of several the hash of their hashes; kept with every
 *     record made under it
 * @param identify which identity it answers to
 * @param plugs connectors with the pins that carry a bus
 * @param modules by their id
 * @param parameters by SPN
 * @param spnTexts names of SPNs
 * @param fmiTexts meanings of FMIs
 * @param components parts, lines and modules that can be at fault, by their id
 * @param generic faults that many causes set, so that they are poor starting points
 * @param services what is told by ISO 14229
 * @param derived figures worked out from values taken together
 * @param limits what values should not pass, with their sources
 * @param lamps warning lamps by their id
 * @param freezeTail what the maker puts behind the standard's part of DM4, in order
 * @param story what is remembered beside faults
 * @param includes packs of the same layer that lie under this one
 */
public record Pack(
    String id,
    String title,
    Layer layer,
    int version,
    String hash,
    Optional<Identify> identify,
    List<Plug> plugs,
    Map<String, ModuleKind> modules,
    Map<Integer, Parameter> parameters,
    Map<Integer, String> spnTexts,
    Map<Integer, String> fmiTexts,
    Map<String, Component> components,
    List<Component.Sign> generic,
    ServiceKind services,
    List<Derived> derived,
    List<Limit> limits,
    Map<String, LampKind> lamps,
    List<Parameter> freezeTail,
    StoryKind story,
    List<String> includes) {
  /** Greater is laid over lesser. */
  public enum Layer {
    BASE,
    MAKER,
    WORKSHOP
  }

  /**
   * Maker and model as the engine's component identification tells them; an empty model matches
   * each.
   */
  public record Identify(String maker, String model) {
    boolean matches(String otherMaker, String otherModel) {
      return maker.equalsIgnoreCase(otherMaker)
          && (model.isEmpty()
              || otherModel
                  .toLowerCase(java.util.Locale.ROOT)
                  .startsWith(model.toLowerCase(java.util.Locale.ROOT)));
    }
  }

  /** A connector: its title, where it sits, and its pins in drawing order. */
  public record Plug(String title, String place, List<Pin> pins) {}

  /**
   * A pin.
   *
   * @param name as stamped on the connector
   * @param carries what is on it
   * @param bus bus it belongs to, empty where none
   * @param x across the face, 0 to 1 from the left
   * @param y down the face, 0 to 1 from the top
   */
  public record Pin(String name, String carries, String bus, double x, double y) {}

  /** True where a fault is set by many causes and says little by itself. */
  public boolean isGeneric(int spn, int fmi) {
    return generic.stream().anyMatch(g -> g.is(spn, fmi));
  }

  /** True where this pack is made for such a unit. */
  public boolean isFor(String maker, String model) {
    return identify.isPresent() && identify.get().matches(maker, model);
  }

  /** The kind of module that a NAME belongs to. */
  public Optional<ModuleKind> module(Name name) {
    return modules.values().stream().filter(m -> m.matches(name)).findFirst();
  }

  /** The kind of module that usually has an address. */
  public Optional<ModuleKind> moduleAt(int address) {
    return modules.values().stream().filter(m -> m.address() == address).findFirst();
  }

  /** Modules that every such unit has. */
  public List<ModuleKind> expected() {
    return modules.values().stream().filter(ModuleKind::expected).toList();
  }

  /** Parameters of a group. */
  public List<Parameter> parametersIn(int pgn) {
    return parameters.values().stream().filter(p -> p.pgn() == pgn).toList();
  }

  /** Groups that carry a parameter. */
  public Collection<Integer> groups() {
    return parameters.values().stream().map(Parameter::pgn).distinct().toList();
  }

  /** What an SPN measures; "SPN n" where nobody knows. */
  public String spnText(int spn) {
    String text = spnTexts.get(spn);
    return text != null
        ? text
        : parameters.containsKey(spn) ? parameters.get(spn).name() : "SPN " + spn;
  }

  /** What an FMI means; "FMI n" where nobody knows. */
  public String fmiText(int fmi) {
    return fmiTexts.getOrDefault(fmi, "FMI " + fmi);
  }
}
