package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.YamlFault;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PackReaderTest {
  private static final String HEAD =
      "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 3\nidentify: {maker: Orrendale, model: Korvane}\n";

  @Test
  void noSentenceOfTheProjectsPacksKeepsAPressureOrATemperatureInOneSystemOnly() {
    PackLibrary shelf = PackLibrary.read(Path.of("../packs"));
    List<String> all = new ArrayList<>();
    for (Pack pack : shelf.packs()) {
      pack.limits().forEach(l -> all.add(l.says()));
      for (Component c : pack.components().values()) {
        all.addAll(List.of(c.what(), c.normal(), c.effects()));
        all.addAll(c.causes());
        all.addAll(c.next());
      }
      for (Guide g : pack.guides().values()) {
        for (Guide.Check c : g.checks().values()) {
          all.addAll(List.of(c.says(), c.why()));
          all.addAll(c.asks().outcomes().values());
          if (c.asks() instanceof Guide.Conclusion end) {
            all.addAll(end.next());
          }
        }
      }
    }
    assertThat(all.stream().filter(s -> !new Said(s).figures().isEmpty())).hasSizeGreaterThan(20);
    assertThat(all)
        .allSatisfy(
            s -> {
              assertThat(new Said(s).in(UnitSystem.US))
                  .doesNotContainPattern("kPa|MPa|°C|\\d bar\\b");
              assertThat(s).doesNotContainPattern("psi|°F");
            });
  }

  @Test
  void thePacksOfTheProjectAreSound() {
    PackLibrary shelf = PackLibrary.read(Path.of("../packs"));
    Pack truck = shelf.find("orrendale", "Korvane 6").orElseThrow();
    assertThat(truck.expected()).hasSize(11);
    assertThat(truck.spnText(102)).isEqualTo("Engine intake manifold 1 pressure");
    assertThat(truck.spnText(3510)).isEqualTo("Sensor supply voltage 2");
    assertThat(truck.fmiText(4)).contains("voltage below normal");
    assertThat(truck.plugs()).hasSize(1);
    assertThat(truck.hash()).hasSize(64).isNotEqualTo(shelf.base().hash());
    assertThat(shelf.find("Nobody", "Nothing")).isEmpty();
  }

  @Test
  void aLaterLayerAddsAndReplaces() {
    Pack base =
        PackReader.read(
            "b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\nspn: {1: one, 2: two}\n");
    Pack maker =
        PackReader.read(
            "m",
            HEAD
                + "spn: {2: zwei}\nmodules:\n  engine: {title: Engine, function: 0, address: 0}\n");
    Pack workshop =
        PackReader.read(
            "w",
            "pack: w\ntitle: W\nschema: 1\nlayer: workshop\nversion: 1\nidentify: {maker: Orrendale, model: Korvane}\nmodules:\n  engine: {title: Big engine, function: 0, address: 0, conversion: v2}\n");
    Pack all = new PackLibrary(List.of(workshop, maker, base)).with("p");
    assertThat(all.spnText(1)).isEqualTo("one");
    assertThat(all.spnText(2)).isEqualTo("zwei");
    assertThat(all.spnText(3)).isEqualTo("SPN 3");
    assertThat(all.module(Name.of(1, 1, 0, 0, 0, 0, 0, 0, false)))
        .hasValueSatisfying(
            m -> {
              assertThat(m.title()).isEqualTo("Big engine");
              assertThat(m.conversion()).isEqualTo(ConversionVersion.V2);
            });
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "spn: {abc: x}|7|number up to 524287",
        "fmi: {32: x}|7|number up to 31",
        "colours: {}|7|unknown name",
        "modules: {a: {title: A, function: 300, address: 1}}|7|outside 0 to 255",
        "modules: {a: {title: A, function: 3, address: 254}}|7|outside 0 to 253",
        "modules: {a: {title: A, function: 3, address: 1}, b: {title: B, function: 3, address: 2}}|7|told apart",
        "parameters: [{spn: 1, name: x, pgn: 65262, byte: 1, bits: 8, scale: 1, unit: furlong}]|7|unknown unit",
        "parameters: [{spn: 1, name: x, pgn: 65262, byte: 1, bits: 8, scale: 0, unit: V}]|7|every reading the same",
        "lamps: {a: {title: A, by: [engine]}}|7|'fault' or 'spn', and not both",
        "lamps: {a: {title: A, by: [engine], fault: stop, spn: 1081}}|7|'fault' or 'spn', and not both",
        "lamps: {a: {title: A, by: [], fault: stop}}|7|some module must command",
        "lamps: {a: {title: A, by: [engine], fault: blue}}|7|blue",
        "monitors: {scalings: [{id: 9, scale: 0, unit: V}]}|7|every reading the same",
        "monitors: {scalings: [{id: 9, scale: 1, unit: V}, {id: 9, scale: 2, unit: V}]}|7|scaling 9 stands twice",
        "monitors: {tests: [{spn: 102, fmi: 18, title: A}, {spn: 102, fmi: 18, title: B}]}|7|SPN 102 FMI 18 stands twice",
        "monitors: {tests: [{spn: 102, fmi: 18, title: A, monitor: turbo}]}|7|no monitor is called",
        "monitors: {drives: [{monitor: catalysts, says: Drive.}]}|7|no monitor is called",
        "vessel: {engine: Port}|7|a kind and an instance",
        "freeze-tail: [{name: x, bits: 12, scale: 1, unit: V}]|7|whole bytes",
        "parameters: [{spn: 1, name: x, pgn: 65262, byte: 1, bits: 40, scale: 1, unit: V}]|7|outside 1 to 32",
      })
  void aFaultInAPackIsToldWithFileLineAndReason(String line, int number, String reason) {
    assertThatThrownBy(() -> PackReader.read("packs/x.yaml", HEAD + line + "\n"))
        .isInstanceOfSatisfying(
            YamlFault.class,
            f -> {
              assertThat(f.file()).isEqualTo("packs/x.yaml");
              assertThat(f.line()).isEqualTo(number);
            })
        .hasMessageContaining(reason);
  }

  @Test
  void whatIsSaidOfARoleHoldsForEachModuleThatPlaysItSideBySide() {
    Pack engines =
        PackReader.read(
            "e",
            "pack: e\ntitle: E\nschema: 1\nlayer: maker\nversion: 1\nstory: {keeper: engine, hour-step: 0.05, kept-hours: 200}\n"
                + "components: {oil-sensor: {title: Oil sensor, kind: sensor, module: engine, signs: [100/4]}}\n");
    Pack boat =
        PackReader.read(
            "b",
            HEAD
                + "includes: [e]\nvessel: {engine/1: Starboard engine}\nmodules:\n"
                + "  port: {title: Port engine, function: 0, address: 0, like: engine, side: port}\n"
                + "  starboard: {title: Starboard engine, function: 0, instance: 1, address: 1, like: engine, side: starboard}\n"
                + "  bridge: {title: Bridge, function: 5, address: 5}\n");
    Pack base = PackReader.read("s", "pack: s\ntitle: S\nschema: 1\nlayer: base\nversion: 1\n");
    Pack all = new PackLibrary(List.of(boat, engines, base)).with("p");
    assertThat(all.components()).containsOnlyKeys("oil-sensor-port", "oil-sensor-starboard");
    assertThat(all.components().get("oil-sensor-starboard").title())
        .isEqualTo("Oil sensor, starboard");
    assertThat(all.components().get("oil-sensor-starboard").module()).isEqualTo("starboard");
    assertThat(all.axisKeeper()).isEqualTo("port");
    assertThat(all.keepsStory("starboard")).isTrue();
    assertThat(all.keepsStory("bridge")).isFalse();
    assertThat(all.sameSide("port", "starboard")).isFalse();
    assertThat(all.sameSide("port", "bridge")).isTrue();
    assertThat(all.vessel().name("engine", 1)).isEqualTo("Starboard engine");
    assertThat(all.vessel().name("fresh water", 0)).isEqualTo("Fresh water 0");
  }

  @Test
  void lampsAndTheTailOfFrozenValuesAreRead() {
    Pack p =
        PackReader.read(
            "p",
            HEAD
                + "lamps:\n  stop: {title: Stop lamp, by: [engine, brakes], fault: stop, shown-by: instruments}\n"
                + "  wait: {title: Wait lamp, by: [engine], spn: 1081}\n"
                + "freeze-tail: [{spn: 94, name: Fuel pressure, bits: 16, scale: 0.5, offset: -10, unit: kPa}]\n");
    assertThat(p.lamps().get("stop").by()).containsExactly("engine", "brakes");
    assertThat(p.lamps().get("stop").fault()).contains(LampKind.Four.STOP);
    assertThat(p.lamps().get("wait").spn()).isEqualTo(1081);
    assertThat(p.lamps().get("wait").shown()).isEmpty();
    assertThat(p.freezeTail().get(0).bits()).isEqualTo(16);
    Pack own =
        PackReader.read(
            "w",
            "pack: w\ntitle: W\nschema: 1\nlayer: workshop\nversion: 1\nidentify: {maker: Orrendale, model: Korvane}\nlamps: {stop: {title: Red lamp, by: [engine], fault: stop}}\n");
    Pack base = PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n");
    Pack all = new PackLibrary(List.of(own, p, base)).with("p");
    assertThat(all.lamps().get("stop").title()).as("the workshop's own").isEqualTo("Red lamp");
    assertThat(all.lamps()).containsKey("wait");
    assertThat(all.freezeTail()).hasSize(1);
  }

  @Test
  void aLayoutOfALaterVersionIsRefused() {
    assertThatThrownBy(() -> PackReader.read("x", HEAD.replace("schema: 1", "schema: 2")))
        .hasMessageContaining("x:3")
        .hasMessageContaining("only 1");
  }

  @Test
  void decimalsFollowTheResolution() {
    assertThat(new Parameter(1, "", 1, 0, 8, 1, 0, hitchlamp.core.quantity.Unit.VOLT).decimals())
        .isZero();
    assertThat(new Parameter(1, "", 1, 0, 8, 0.05, 0, hitchlamp.core.quantity.Unit.VOLT).decimals())
        .isEqualTo(2);
    assertThat(
            new Parameter(1, "", 1, 0, 8, 0.125, 0, hitchlamp.core.quantity.Unit.VOLT).decimals())
        .isEqualTo(1);
    assertThat(new Parameter(1, "", 1, 0, 8, 4, 0, hitchlamp.core.quantity.Unit.VOLT).decimals())
        .isZero();
  }
}
