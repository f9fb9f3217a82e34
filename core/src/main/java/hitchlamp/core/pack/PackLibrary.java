package hitchlamp.core.pack;

import hitchlamp.yaml.YamlFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * All packs at hand. For a unit the base is taken, over it the maker's, over it the workshop's; a
 * later layer adds to an earlier one and replaces what has the same key. What lies over each other
 * is worked out once, since every view asks for it.
 */
public final class PackLibrary {
  private final List<Pack> packs;
  private final Map<String, Pack> over = new LinkedHashMap<>();

  public PackLibrary(List<Pack> packs) {
    this.packs = packs.stream().sorted(Comparator.comparing(Pack::layer)).toList();
    if (this.packs.stream().anyMatch(p -> p.layer() == Pack.Layer.BASE)) {
      this.packs.forEach(p -> over.put(p.id(), over(under(p))));
      // Only a pack that stands for a unit has all that its guides and wires speak of.
      for (Pack p : ofUnits()) {
        TraceCheck.check(p);
        BenchCheck.check(p);
        InducementReader.check(p);
        RepairKind.check(p);
      }
      over.put("", layered(this.packs.stream().filter(p -> p.layer() == Pack.Layer.BASE).toList()));
    }
  }

  /** Packs that stand for a unit, each with every layer over and under it. */
  public List<Pack> ofUnits() {
    return packs.stream()
        .filter(p -> p.identify().isPresent() && !laidOverAnother(p))
        .map(p -> over.get(p.id()))
        .toList();
  }

  /** True for a workshop's pack of a unit that a maker's pack stands for: it is looked at there. */
  private boolean laidOverAnother(Pack p) {
    return p.layer() == Pack.Layer.WORKSHOP
        && packs.stream()
            .anyMatch(m -> m.layer() == Pack.Layer.MAKER && m.identify().equals(p.identify()));
  }

  /** The maker's pack that a workshop's lies over; any other itself. */
  private Pack under(Pack p) {
    return packs.stream()
        .filter(m -> laidOverAnother(p) && m.layer() == Pack.Layer.MAKER)
        .filter(m -> m.identify().equals(p.identify()))
        .findFirst()
        .orElse(p);
  }

  /** All packs, in the order of their layers. */
  public List<Pack> packs() {
    return packs;
  }

  /** Reads every {@code .yaml} file below a folder. */
  public static PackLibrary read(Path folder) {
    try (Stream<Path> files = Files.walk(folder, 4)) {
      List<Pack> packs = new ArrayList<>();
      for (Path file : files.filter(f -> f.toString().endsWith(".yaml")).sorted().toList()) {
        Pack pack = PackReader.read(folder.relativize(file).toString(), Files.readString(file));
        if (packs.stream().anyMatch(p -> p.id().equals(pack.id()))) {
          throw new YamlFault(
              folder.relativize(file).toString(),
              1,
              PackWords.say("a-pack-named-is-there-already", pack.id()));
        }
        packs.add(pack);
      }
      return new PackLibrary(packs);
    } catch (IOException e) {
      throw new YamlFault(
          folder.toString(), 1, PackWords.say("the-packs-cannot-be-read", e.getMessage()));
    }
  }

  /** The pack of the standards alone, for a unit that nobody identified yet. */
  public Pack base() {
    Pack base = over.get("");
    if (base == null) {
      throw new YamlFault("packs", 1, PackWords.say("there-is-no-pack-of-layer"));
    }
    return base;
  }

  /**
   * The maker's pack for an identity, laid over the base with the workshop's over it; the
   * workshop's alone where the maker has none; empty where none is for it.
   */
  public Optional<Pack> find(String maker, String model) {
    return packs.stream()
        .filter(p -> p.layer() != Pack.Layer.BASE && !laidOverAnother(p) && p.isFor(maker, model))
        .max(Comparator.comparingInt(p -> p.identify().orElseThrow().model().length()))
        .map(p -> with(p.id()));
  }

  /**
   * The base with a maker's pack over it, and every workshop pack for the same identity over both.
   *
   * @throws IllegalArgumentException where there is no such pack
   */
  public Pack with(String id) {
    Pack found = id.isEmpty() ? null : over.get(id);
    if (found == null) {
      throw new IllegalArgumentException(PackWords.say("there-is-no-pack", id));
    }
    return found;
  }

  private Pack over(Pack maker) {
    return layered(
        packs.stream()
            .filter(
                p ->
                    p.layer() == Pack.Layer.BASE
                        || p == maker
                        || maker.includes().contains(p.id())
                        || p.layer() == Pack.Layer.WORKSHOP
                            && p.identify().equals(maker.identify()))
            .sorted(
                Comparator.comparing(Pack::layer)
                    .thenComparing(p -> !maker.includes().contains(p.id())))
            .toList());
  }

  private static Pack layered(List<Pack> layers) {
    if (layers.isEmpty()) {
      throw new YamlFault("packs", 1, PackWords.say("there-is-no-pack-of-layer"));
    }
    Pack top = layers.get(layers.size() - 1);
    Map<String, ModuleKind> modules = new LinkedHashMap<>();
    Map<Integer, Parameter> parameters = new LinkedHashMap<>();
    Map<Integer, String> spn = new LinkedHashMap<>();
    Map<Integer, String> fmi = new LinkedHashMap<>();
    Map<String, Component> components = new LinkedHashMap<>();
    List<Component.FaultPattern> generic = new ArrayList<>();
    List<Derived> derived = new ArrayList<>();
    List<Limit> limits = new ArrayList<>();
    Map<String, LampKind> lamps = new LinkedHashMap<>();
    List<Parameter> freezeTail = List.of();
    ServiceKind services = ServiceKind.NONE;
    StoryKind story = StoryKind.NONE;
    VesselKind vessel = VesselKind.NONE;
    WatchKind watch = WatchKind.NONE;
    MonitorKind monitors = MonitorKind.NONE;
    BenchSpec bench = BenchSpec.NONE;
    InducementKind inducement = InducementKind.NONE;
    Map<String, RepairKind> repairs = new LinkedHashMap<>();
    Optional<DriveKind> drive = Optional.empty();
    Wiring wiring = Wiring.NONE;
    Map<String, Guide> guides = new LinkedHashMap<>();
    List<Pack.Plug> plugs = List.of();
    for (Pack p : layers) {
      modules.putAll(p.modules());
      parameters.putAll(p.parameters());
      spn.putAll(p.spnTexts());
      fmi.putAll(p.fmiTexts());
      components.putAll(p.components());
      generic.addAll(p.generic());
      derived.addAll(p.derived());
      limits.addAll(p.limits());
      lamps.putAll(p.lamps());
      freezeTail = p.freezeTail().isEmpty() ? freezeTail : p.freezeTail();
      services = p.services().equals(ServiceKind.NONE) ? services : p.services();
      story = p.story().equals(StoryKind.NONE) ? story : p.story();
      vessel = p.vessel().equals(VesselKind.NONE) ? vessel : p.vessel();
      watch = watch.under(p.watch());
      monitors = monitors.under(p.monitors());
      bench = bench.under(p.bench());
      inducement = p.inducement().equals(InducementKind.NONE) ? inducement : p.inducement();
      repairs.putAll(p.repairs());
      wiring = wiring.under(p.wiring());
      guides.putAll(p.guides());
      drive = p.drive().isPresent() ? p.drive() : drive;
      plugs = p.plugs().isEmpty() ? plugs : p.plugs();
    }
    Map<String, Component> perSide = perSide(components, modules);
    String hash =
        layers.size() == 1
            ? top.hash()
            : PackReader.hash(layers.stream().map(Pack::hash).collect(Collectors.joining()));
    return new Pack(
        top.id(),
        top.title(),
        top.layer(),
        top.version(),
        hash,
        top.identify(),
        plugs,
        modules,
        parameters,
        spn,
        fmi,
        perSide,
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
        top.includes());
  }

  /** What is said of the parts of a role stands for each module that plays it, side by side. */
  private static Map<String, Component> perSide(
      Map<String, Component> components, Map<String, ModuleKind> modules) {
    Map<String, Component> all = new LinkedHashMap<>();
    for (Component c : components.values()) {
      List<ModuleKind> players =
          modules.values().stream()
              .filter(m -> m.role().equals(c.module()) && !m.id().equals(c.module()))
              .toList();
      if (players.isEmpty()) {
        all.put(c.id(), c);
      }
      for (ModuleKind m : players) {
        Component one = c.of(m);
        all.put(one.id(), one);
      }
    }
    return all;
  }
}
