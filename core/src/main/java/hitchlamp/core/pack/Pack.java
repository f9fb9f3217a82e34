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
 * @param vessel what instances on the network of a vessel stand for
 * @param watch what is known about watching its values
 * @param monitors what is known about the monitors of the emissions
 * @param bench what can be commanded and tested
 * @param inducement how it makes somebody have its exhaust treatment mended
 * @param repairs those that leave something to be done, by id
 * @param drive how it moves; empty where nobody knows
 * @param wiring its wires; none where nobody drew them
 * @param guides how its parts are traced, by id
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
    List<Component.FaultPattern> generic,
    ServiceKind services,
    List<Derived> derived,
    List<Limit> limits,
    Map<String, LampKind> lamps,
    List<Parameter> freezeTail,
    StoryKind story,
    VesselKind vessel,
    WatchKind watch,
    MonitorKind monitors,
    BenchSpec bench,
    InducementKind inducement,
    Map<String, RepairKind> repairs,
    Optional<DriveKind> drive,
    Wiring wiring,
    Map<String, Guide> guides,
    List<String> includes) {
  /** Role of an engine's module. */
  public static final String ENGINE = "engine";

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

  /** The same with more parameters; those that it has already stay as they are. */
  public Pack adding(List<Parameter> more) {
    Map<Integer, Parameter> all = new java.util.LinkedHashMap<>(parameters);
    more.forEach(p -> all.putIfAbsent(p.spn(), p));
    return with(modules, all, more.isEmpty() ? hash : PackReader.hash(hash + more));
  }

  /** The same with modules that are expected too; those that it knows already stay as they are. */
  public Pack expecting(List<ModuleKind> more) {
    Map<String, ModuleKind> all = new java.util.LinkedHashMap<>(modules);
    more.forEach(m -> all.putIfAbsent(m.id(), m));
    return with(all, parameters, more.isEmpty() ? hash : PackReader.hash(hash + more));
  }

  private Pack with(Map<String, ModuleKind> of, Map<Integer, Parameter> all, String hashed) {
    return new Pack(
        id,
        title,
        layer,
        version,
        hashed,
        identify,
        plugs,
        of,
        all,
        spnTexts,
        fmiTexts,
        components,
        generic,
        services,
        derived,
        limits,
        lamps,
        freezeTail,
        story,
        vessel,
        watch,
        monitors,
        bench,
        inducement,
        repairs,
        drive,
        wiring,
        guides,
        includes);
  }

  /** Guides for a component. */
  public List<Guide> guidesFor(Component c) {
    return guides.values().stream().filter(g -> g.serves(c.base(), wiring)).toList();
  }

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

  /** The role that a module plays; its own id where the pack does not know it. */
  public String roleOf(String module) {
    ModuleKind kind = modules.get(module);
    return kind == null ? module : kind.role();
  }

  /** The side of the unit that a module belongs to; empty where there are no sides. */
  public String sideOf(String module) {
    ModuleKind kind = modules.get(module);
    return kind == null ? "" : kind.side();
  }

  /**
   * True where two modules can concern each other: they are of one side, or one of them of none.
   */
  public boolean sameSide(String one, String other) {
    String side = sideOf(one);
    String second = sideOf(other);
    return side.isEmpty() || second.isEmpty() || side.equals(second);
  }

  /** Modules of the engines, the first first. */
  public List<ModuleKind> engines() {
    return modules.values().stream().filter(m -> m.role().equals(ENGINE)).toList();
  }

  /** The engine whose clock is the time axis: the first where there are several. */
  public String axisKeeper() {
    return engines().stream().map(ModuleKind::id).findFirst().orElse(ENGINE);
  }

  /** The module at which a test is done, or "unit"; empty where there are several or none. */
  public String moduleOf(TestSpec test) {
    if (test.ofUnit()) {
      return TestSpec.UNIT;
    }
    List<String> fit =
        modules.values().stream()
            .filter(m -> m.services() && test.isFor(m.role()))
            .map(ModuleKind::id)
            .toList();
    return fit.size() == 1 ? fit.get(0) : "";
  }

  /** True where a module keeps the story of an engine. */
  public boolean keepsStory(String module) {
    return !story.keeper().isEmpty() && roleOf(module).equals(story.keeper());
  }

  /** Parameters of a group. */
  public List<Parameter> parametersIn(int pgn) {
    return parameters.values().stream().filter(p -> p.pgn() == pgn).toList();
  }

  /** How a value is told: in a group that is broadcast, else by an identifier. */
  public Optional<Parameter> told(int spn) {
    return Optional.ofNullable(parameters.get(spn))
        .or(() -> services.identifiers().values().stream().filter(i -> i.spn() == spn).findFirst());
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
