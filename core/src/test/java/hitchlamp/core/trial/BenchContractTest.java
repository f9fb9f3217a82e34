package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Held;
import hitchlamp.core.trial.BenchState.Stage;
import hitchlamp.core.trial.cutout.CutoutSeen;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What every kind of test passes, over hundreds of random lives each, three thousand in all (on
 * simulated trucks, beside these, in {@code measure bench}) of acts, refusals, lies, losses,
 * silence and lost links: nothing stays held that is not said to be; nothing is commanded after the
 * end; what it was told gives the same result again; a stored observation is judged the same again.
 */
class BenchContractTest {
  private static final int LIVES = 240;
  private static final int ACTS = 10;

  /** Of a kind that commands nothing fewer tell the same: it has nothing to hold. */
  private static final int LIVES_LISTENING = 110;

  private static final Map<Integer, Integer> WIDTHS =
      Map.ofEntries(
          Map.entry(0x0100, 2),
          Map.entry(0x0305, 1),
          Map.entry(0x0306, 2),
          Map.entry(0x0312, 1),
          Map.entry(0x0313, 1),
          Map.entry(0x0118, 2),
          Map.entry(0x0114, 2),
          Map.entry(0x0119, 74),
          Map.entry(0x0307, 1),
          Map.entry(0x0102, 1),
          Map.entry(0x011B, 12));

  /** What a person may do to each kind, beside what the bench itself knows. */
  private static final Map<String, List<String>> ACTS_OF =
      acts(
          "cutout",
          List.of(
              "off 1",
              "off 2",
              "off 6",
              "on 1",
              "on 2",
              "all-on",
              "allow-most",
              "speed 900",
              "speed idle",
              "heard 1 SAME"),
          "lamps",
          List.of(
              "key-off", "key-on", "seen stop NEVER_LIT", "seen stop LIT_THEN_OUT", "others-lit"),
          "routine",
          List.of(),
          "circuits",
          List.of(),
          "compression",
          List.of(),
          "balance",
          List.of(),
          "loaded",
          List.of("skip", "again 3", "again 0"),
          "coils",
          List.of("heard 1 CLICKS", "heard 4 SILENT", "rest-clicked", "not-heard"),
          "contribution",
          List.of(),
          "agreement",
          List.of(),
          "airpath",
          List.of(),
          "airdrive",
          List.of("enough"),
          "cooler",
          List.of(),
          "actuator",
          List.of(
              "move throttle",
              "move flap",
              "duty 60",
              "walk 0",
              "repeats 1",
              "saw STOOD",
              "enough"),
          "rail",
          List.of("skip"),
          "conversion",
          List.of("enough"),
          "quantity",
          List.of("ready", "caught 63.5 GRAM", "caught 60 MILLILITRE", "lost"),
          "fluid",
          List.of("refractometer 32.4 PERCENT", "refractometer 1.3750 INDEX", "none"),
          "filter",
          List.of("skip"),
          "restore",
          List.of(),
          "regeneration",
          List.of(),
          "dosing",
          List.of("looked DRY", "looked LINE", "looked UNSEEN"));

  @SuppressWarnings("unchecked")
  private static Map<String, List<String>> acts(Object... kindsAndActs) {
    Map<String, List<String>> all = new HashMap<>();
    for (int i = 0; i < kindsAndActs.length; i += 2) {
      all.put((String) kindsAndActs[i], (List<String>) kindsAndActs[i + 1]);
    }
    return all;
  }

  private static final String HEAD =
      "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: M, model: N}\n"
          + "modules: {engine: {title: Engine, function: 0, instance: 0, address: 0, expected: yes, conversion: v4, services: yes}}\n"
          + "parameters:\n"
          + "  - {spn: 190, name: Engine speed, pgn: 65300, byte: 1, bit: 1, bits: 16, scale: 0.125, offset: 0, unit: rpm}\n"
          + "  - {spn: 110, name: Coolant, pgn: 65300, byte: 3, bit: 1, bits: 8, scale: 1, offset: -40, unit: \"°C\"}\n"
          + "  - {spn: 84, name: Road speed, pgn: 65300, byte: 4, bit: 1, bits: 16, scale: 0.00390625, offset: 0, unit: km/h}\n"
          + "  - {spn: 3216, name: Before, pgn: 65301, byte: 1, bit: 1, bits: 16, scale: 0.05, offset: -200, unit: ppm}\n"
          + "  - {spn: 3226, name: Behind, pgn: 65301, byte: 3, bit: 1, bits: 16, scale: 0.05, offset: -200, unit: ppm}\n"
          + "services: {identifiers: [{id: 0x0100, name: Speed, bits: 16, scale: 0.125, unit: rpm}, {id: 0x0118, spn: 5001, name: Injected quantity, bits: 16, scale: 0.01, unit: mg},"
          + " {id: 0x0102, name: Pedal, bits: 8, scale: 0.4, unit: \"%\"},"
          + " {id: 0x0114, name: Battery, bits: 16, scale: 0.05, unit: V}],"
          + " blocks: [{id: 0x0119, name: Segment times, head: 2, parts: 4, bytes: 3, scale: 0.000001, unit: s},"
          + " {id: 0x011B, name: Volts, bytes: 2, scale: 0.01, unit: V}]}\n"
          + "watch: {together: 3}\n"
          + "controls:\n"
          + "  cylinders: {title: Cylinders, module: engine, identifier: 0x0305, mask: 6, longest: 20, read-back: yes}\n"
          + "  speed: {title: Held speed, module: engine, identifier: 0x0306, bits: 16, scale: 0.125, unit: rpm, from: 600, to: 1200, within: 3, read-back: yes, feedback: {spn: 190, tolerance: 20}}\n"
          + "  injector: {title: Injector, module: engine, identifier: 0x0307, mask: 6, longest: 20, read-back: yes}\n"
          + "  throttle: {title: Throttle, module: engine, identifier: 0x0312, bits: 8, scale: 0.4, unit: \"%\", from: 0, to: 100, longest: 200}\n"
          + "  flap: {title: Flap, module: engine, identifier: 0x0313, bits: 8, scale: 0.4, unit: \"%\", from: 0, to: 100, longest: 200}\n"
          + "routines:\n"
          + "  purge: {title: Purge, module: engine, identifier: 0x0401, seconds: 60, stops: yes, every: 1, reasons: {3: it is too cold}}\n"
          + "  crank-only: {title: Crank, module: engine, identifier: 0x0410, seconds: 90, stops: yes, every: 1}\n"
          + "  circuit-test: {title: Circuit test, module: any, identifier: 0x0203, seconds: 400, results: yes}\n"
          + "lamps: {stop: {title: Stop lamp, by: [engine], fault: stop}, warning: {title: Warning lamp, by: [engine], fault: warning}}\n"
          + "tests:\n"
          + "  lamps: {kind: lamps, title: Lamps, answers: Which., system: Electrical, module: unit, minutes: 1,"
          + " engine: standing, risk: 0, longest: 300, source: none}\n"
          + "  agreement: {kind: agreement, title: Agreement, answers: Which., system: Sensors, module: engine, minutes: 1,"
          + " engine: as it is, risk: 0, longest: 60, reads: {fuelling: 0x0118}, values: [190, 110], figures: {seconds: 5},"
          + " relations: [{id: warm, title: Coolant, of: 110, from: 40, to: 110, reason: It runs., source: none},"
          + " {id: alike, title: Alike, alike: {110: 5, 5001: 5}, slow: [110], reason: None., source: none}], source: none}\n"
          + "  circuits: {kind: circuits, title: Circuits, answers: Which., system: Electrical, module: any, minutes: 1,"
          + " engine: standing, risk: 0, longest: 600, uses: {routine: circuit-test}, source: none}\n"
          + "  compression: {kind: compression, title: Compression, answers: Which., system: Engine, module: engine, minutes: 1,"
          + " engine: cranked, risk: 1, longest: 90, uses: {crank-only: crank-only}, reads: {segments: 0x0119, supply: 0x0114},"
          + " conditions: [{id: stands, of: 190, below: 250, says: It stands., how: Stop it.},"
          + " {id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 84, above: 3, says: It moves.}], figures: {low-below: 91, ratio: 17},"
          + " lists: {firing: [1, 5, 3, 6, 2, 4]}, source: none}\n"
          + "  contribution: {kind: contribution, title: Automatic, answers: Which., system: Engine, module: engine, minutes: 3,"
          + " engine: idling, risk: 1, delay: 1, longest: 20, uses: {cylinders: cylinders}, reads: {fuelling: 0x0118, segments: 0x0119},"
          + " values: [190], conditions: [{id: idle, of: 190, above: 420, below: 1200, says: It idles., how: Start it.},"
          + " {id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 190, silent: 1, says: Speed is not reported.}, {of: 190, below: 420, says: About to stall.},"
          + " {of: 84, above: 3, says: It moves.}],"
          + " figures: {weak-below: 95, settle: 0.5, base: 1, off: 1}, lists: {firing: [1, 5, 3, 6, 2, 4]}, source: none}\n"
          + "  coils: {kind: coils, title: Coils, answers: Which., system: Engine, module: engine, minutes: 1,"
          + " engine: standing, risk: 1, longest: 60, uses: {injector: injector}, reads: {rest: 0x011B, early: 0x011B, rise: 0x011B,"
          + " hold: 0x011B, supply: 0x0114}, conditions: [{id: stands, of: 190, below: 250, says: It stands., how: Stop it.},"
          + " {id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 190, above: 250, says: It turns.}, {of: 84, above: 3, says: It moves.}],"
          + " figures: {rise: 90}, lists: {bank-1: [1, 2, 3], bank-2: [4, 5, 6]}, source: none}\n"
          + "  airpath: {kind: airpath, title: Air path, answers: Which., system: Air, module: engine, minutes: 3,"
          + " engine: idling, risk: 2, delay: 1, longest: 500, uses: {throttle: throttle, flap: flap},"
          + " reads: {intake: 0x0118, exhaust: 0x0118, air: 0x0102, ambient: 0x0102, turbo: 0x0118, rpm: 0x0100, there: 0x0102},"
          + " conditions: [{id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 190, silent: 1, says: Speed is not reported.}, {of: 190, below: 420, says: About to stall.}, {of: 84, above: 3, says: It moves.}],"
          + " figures: {rpm: 1000}, moves: [{id: base, title: Base},"
          + " {id: throttle, title: Throttle, control: throttle, feedback: there, base: 0, to: 80, expected: [{of: intake, change: -30}]},"
          + " {id: flap, title: Flap, control: flap, feedback: there, base: 0, to: 80, expected: [{of: exhaust, change: 20}]}], source: none}\n"
          + "  airdrive: {kind: airdrive, title: Air drive, answers: Which., system: Air, module: engine, minutes: 5,"
          + " engine: driven, risk: 2, longest: 900, reads: {pedal: 0x0102, rpm: 0x0100, injected: 0x0118, intake: 0x0118, exhaust: 0x0118, gas: 0x0102, flow: 0x0118,"
          + " air: 0x0102, ambient: 0x0102, turbo: 0x0118, there: 0x0102, told: 0x0102}, figures: {rpm: 1500, full: 250, valve: 800, cooler: 550},"
          + " moves: [{id: back-pressure, title: Flap, feedback: there, commanded: told, air: yes, expected: [{of: exhaust, change: 58}]},"
          + " {id: recirculation, title: Valve, feedback: there, commanded: told}], source: none}\n"
          + "  actuator: {kind: actuator, title: Actuator, answers: Which., system: Air, module: engine, minutes: 2,"
          + " engine: standing, risk: 1, longest: 900, uses: {throttle: throttle, flap: flap}, reads: {there: 0x0102},"
          + " conditions: [{id: stands, of: 190, below: 250, says: It stands., how: Stop it.},"
          + " {id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 190, above: 250, says: It turns.}], figures: {walk: 1, repeats: 1},"
          + " moves: [{id: throttle, title: Throttle, control: throttle, feedback: there, base: 0, to: 95},"
          + " {id: flap, title: Flap, control: flap, base: 0, to: 95, air: yes}], source: none}\n"
          + "  cooler: {kind: cooler, title: Cooler, answers: Which., system: Air, module: engine, minutes: 2,"
          + " engine: idling, risk: 2, delay: 1, longest: 300, uses: {throttle: throttle},"
          + " reads: {flow: 0x0118, before: 0x0118, behind: 0x0118, coolant: 0x0102, air: 0x0102, ambient: 0x0102, rpm: 0x0100, there: 0x0102},"
          + " conditions: [{id: idle, of: 190, above: 420, below: 1200, says: It idles., how: Start it.},"
          + " {id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 190, silent: 1, says: Speed is not reported.}, {of: 190, below: 420, says: About to stall.}, {of: 84, above: 3, says: It moves.}],"
          + " figures: {passes: 131}, moves: ["
          + " {id: throttle, title: Throttle, control: throttle, feedback: there, base: 0, to: 60, expected: [{of: flow, change: 190}]}], source: none}\n"
          + "  rail: {kind: rail, title: Rail, answers: Which., system: Fuel, module: engine, minutes: 3,"
          + " engine: idling, risk: 1, longest: 600, reads: {wanted: 0x0118, rail: 0x0118, metering: 0x0102, rpm: 0x0100, injected: 0x0118, supply: 0x0118, drop: 0x0118},"
          + " figures: {cylinders: 6, raised: 1500, pump: 1351, returned: 18.6, supply: 344, supply-rises: 0.3, idle: 600, filter: 0.0005, bleeds: 10000, permitted: 6.7, keeps: 75}, source: none}\n"
          + "  balance: {kind: balance, title: Balance, answers: Which., system: Engine, module: engine, minutes: 1,"
          + " engine: idling, risk: 0, longest: 60, reads: {corrections: 0x011B, misses: 0x011B, segments: 0x0119}, values: [190, 110],"
          + " conditions: [{id: idle, of: 190, above: 420, below: 1200, says: It idles., how: Start it.}],"
          + " figures: {stroke: 0.03, weak-below: 95, misses-above: 10, seconds: 5}, lists: {firing: [1, 5, 3, 6, 2, 4]}, source: none}\n"
          + "  loaded: {kind: loaded, title: Loaded, answers: Which., system: Engine, module: engine, minutes: 9,"
          + " engine: pulling, risk: 2, delay: 1, longest: 60, uses: {cylinders: cylinders}, reads: {speed: 0x0118, charge: 0x0118,"
          + " air: 0x0114, exhaust: 0x0118, rail: 0x0118, crankcase: 0x0118, pedal: 0x0102, segments: 0x0119}, values: [190],"
          + " conditions: [{id: idle, of: 190, above: 420, below: 1200, says: It idles., how: Start it.}],"
          + " guards: [{of: 190, silent: 1, says: Speed is not reported.}, {of: 190, below: 420, says: About to stall.}],"
          + " figures: {cylinders: 6, normal: 2.5, cures: 9, pedal-from: 1, uneven: 0.3}, lists: {firing: [1, 5, 3, 6, 2, 4]}, source: none}\n"
          + "  dosing: {kind: dosing, title: Dosing, answers: Which., system: Aftertreatment, module: engine, minutes: 3,"
          + " engine: standing, risk: 1, longest: 600, uses: {check: purge}, reads: {stage: 0x0102, pressure: 0x0118, effort: 0x0118,"
          + " duty: 0x0118, level: 0x0114, tank: 0x0114}, conditions: [{id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 84, above: 3, says: It moves.}],"
          + " figures: {held: 900, leak: 20, fill: 16.7, hold-effort: 13.3, little-effort: 11.5, much-effort: 60.3, sucks: -25},"
          + " lists: {stages: [1, 2, 3, 4, 5, 6]}, source: none}\n"
          + "  quantity: {kind: quantity, title: Quantity, answers: Which., system: Aftertreatment, module: engine, minutes: 4,"
          + " engine: standing, risk: 1, longest: 600, uses: {dose: purge}, reads: {asked: 0x0118, pressure: 0x0114},"
          + " conditions: [{id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 84, above: 3, says: It moves.}], figures: {held: 900}, source: none}\n"
          + "  restore: {kind: restore, title: Restore, answers: Whether., system: Aftertreatment, module: engine, minutes: 15,"
          + " engine: idling, risk: 1, longest: 1500, uses: {restore: purge}, reads: {stage: 0x0102, flushed: 0x0102, effort: 0x0118, pressure: 0x0114},"
          + " conditions: [{id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 84, above: 3, says: It moves.}],"
          + " figures: {tries: 4, held: 900, hold-effort: 13.3, dose-effort: 38.2}, lists: {stages: [1, 2, 3, 4, 5]}, source: none}\n"
          + "  regeneration: {kind: regeneration, title: Regeneration, answers: Whether., system: Aftertreatment, module: engine, minutes: 40,"
          + " engine: idling, risk: 2, longest: 6000, uses: {burn: purge}, reads: {stage: 0x0102, doser: 0x0118, duty: 0x0118, soot: 0x0118, flow: 0x0118},"
          + " values: [110, 190], conditions: [{id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 84, above: 3, says: It moves.}],"
          + " figures: {in-low: 290, in-high: 345, out-low: 480, out-high: 560, behind-low: 480, behind-high: 590, clean: 12,"
          + " blocked: 276, starved: 190, coolant: 68, clean-loss: 0.75, full-loss: 3.6}, lists: {stages: [1, 2, 3, 4]}, source: none}\n"
          + "  filter: {kind: filter, title: Filter, answers: Whether., system: Aftertreatment, module: engine, minutes: 3,"
          + " engine: idling, risk: 0, longest: 600, reads: {loss: 0x0118, flow: 0x0118, soot: 0x0102}, values: [190],"
          + " figures: {zero: 1, clean-loss: 0.75, full-loss: 3.6, rated: 3.4, seconds: 3}, lists: {speeds: [0, 800, 1200]}, source: none}\n"
          + "  fluid: {kind: fluid, title: Fluid, answers: Which., system: Aftertreatment, module: engine, minutes: 1,"
          + " engine: as it is, risk: 0, longest: 600, reads: {quality: 0x0118, tank: 0x0114, level: 0x0114}, source: none}\n"
          + "  conversion: {kind: conversion, title: Conversion, answers: Which., system: Aftertreatment, module: engine, minutes: 20,"
          + " engine: driven, risk: 0, longest: 5400, values: [3216, 3226, 190], figures: {limit: 70, normal: 88}, source: none}\n"
          + "  purge: {kind: routine, title: Purge, answers: Whether., system: Engine, module: engine, minutes: 1,"
          + " engine: idling, risk: 1, longest: 600, uses: {routine: purge},"
          + " conditions: [{id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 84, above: 3, says: It moves.}], source: none}\n"
          + "  cutout: {kind: cutout, title: Cutout, answers: Which., system: Engine, module: engine, minutes: 3,"
          + " engine: idling, risk: 1, delay: 1, longest: 20, uses: {cylinders: cylinders, speed: speed},"
          + " reads: {fuelling: 0x0118}, values: [190, 110],"
          + " conditions: [{id: idle, of: 190, above: 420, below: 1200, says: It idles., how: Start it.},"
          + " {id: parked, of: 84, below: 3, vouch: yes, says: It stands., how: Park it.}],"
          + " guards: [{of: 190, silent: 1, says: Speed is not reported.}, {of: 190, below: 420, says: About to stall.},"
          + " {of: 84, above: 3, says: It moves.}],"
          + " figures: {at-once: 2, most: 3, settle: 1, weak-below: 0.75}, lists: {firing: [1, 5, 3, 6, 2, 4]}, source: none}\n";

  static final Pack PACK =
      new PackLibrary(
              List.of(
                  PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n"),
                  PackReader.read("p", HEAD)))
          .with("p");

  static Stream<TestSpec> everyKind() {
    return TestKinds.all().stream()
        .map(
            k ->
                PACK.bench().tests().values().stream()
                    .filter(t -> t.kind().equals(k.id()))
                    .findFirst()
                    .orElseThrow(() -> new AssertionError("no test of kind " + k.id() + " here")));
  }

  static BenchLife life(TestSpec spec, SplittableRandom dice) {
    BenchLife life = new BenchLife(spec, PACK, new HostileModule(WIDTHS), dice);
    life.rpm = speed(spec, 0);
    return life;
  }

  /** Engine speeds that a kind meets, the first the one at which it can begin. */
  private static double speed(TestSpec spec, int which) {
    return List.of("compression", "coils", "actuator").contains(spec.kind())
        ? 200 * which
        : List.of(600, 300, 900).get(which);
  }

  @ParameterizedTest
  @MethodSource("everyKind")
  void whateverHappensNothingStaysHeldUnsaidAndNothingIsCommandedAfterTheEnd(TestSpec spec) {
    int ran = 0;
    int heldSomething = 0;
    int lives = TestKinds.of(spec).commands() ? LIVES : LIVES_LISTENING;
    for (int seed = 1; seed <= lives; seed++) {
      SplittableRandom dice = new SplittableRandom(seed);
      BenchLife life = life(spec, dice);
      String of = "seed " + seed;
      boolean held = live(life, spec, dice);
      ran += life.state().stage() == Stage.PREPARING ? 0 : 1;
      heldSomething += held ? 1 : 0;
      assertThat(life.wrong).as(of).isEmpty();
      // The machine is sound again, and somebody ends the test.
      life.module.sound();
      life.stop();
      life.run(30);
      assertThat(life.module.held).as("held at the end, %s", of).isEmpty();
      assertThat(life.holds()).as("shown as held at the end, %s", of).isEmpty();
      long ended = life.now();
      life.act("off 1");
      life.act("speed 900");
      life.run(3);
      assertThat(life.module.commandedAt).as("commanded after the end, %s", of).isLessThan(ended);
      assertThat(life.again()).as("told again, %s", of).isEqualTo(life.state());
      judgedAgain(spec, TestKinds.of(spec), life.state(), of);
    }
    assertThat(ran).as("lives that began").isGreaterThan(lives / 2);
    boolean holds = spec.uses().values().stream().anyMatch(PACK.bench().controls()::containsKey);
    assertThat(heldSomething)
        .as("lives in which something was held")
        .isGreaterThanOrEqualTo(holds ? lives / 4 : 0);
  }

  private static boolean live(BenchLife life, TestSpec spec, SplittableRandom dice) {
    List<String> own = ACTS_OF.get(spec.kind());
    life.run(1);
    life.prepare();
    life.run(1);
    life.act("begin");
    life.run(1.5);
    boolean held = false;
    for (int i = 0; i < ACTS; i++) {
      switch (dice.nextInt(20)) {
        case 0 -> life.letGoAll();
        case 1 -> life.module.loses = dice.nextInt(4) * 0.2;
        case 2 -> life.module.anotherTrouble(dice);
        case 3 -> life.module.troubles.clear();
        case 4 -> life.browser = !life.browser;
        case 5 -> life.broadcasts = !life.broadcasts;
        case 6 -> life.kmh = 10 * dice.nextInt(2);
        case 7 -> life.rpm = speed(spec, dice.nextInt(3));
        case 8 -> {
          life.loseLink();
          life.run(dice.nextDouble() * 7);
          life.hookUp();
          life.run(1);
          life.prepare();
          life.act("begin");
        }
        case 9 -> life.act(dice.nextBoolean() ? "begin" : "end");
        case 10 -> life.act("vouch parked");
        default -> {
          for (int n = own.isEmpty() ? 0 : 1 + dice.nextInt(3); n > 0; n--) {
            life.act(own.get(dice.nextInt(own.size())));
          }
        }
      }
      life.run(dice.nextDouble() * dice.nextDouble() * 4);
      held |= !life.module.held.isEmpty();
      if (life.state().seen()) {
        observed(life);
      }
      if (life.state().ending() == BenchState.Ending.NOT_CONFIRMED) {
        assertThat(life.state().says().toString()).contains("NOT CONFIRMED");
      }
    }
    return held;
  }

  /** What was observed is what the module did, not what was sent. */
  private static void observed(BenchLife life) {
    if (life.state().observed() instanceof CutoutSeen seen) {
      seen.observations()
          .forEach(
              o -> {
                int mask = o.off().stream().mapToInt(c -> 1 << c - 1).sum();
                assertThat(life.module.history.floorEntry(o.fromMicros() + 1_000).getValue())
                    .as("at %d", o.fromMicros())
                    .contains(0x0305 + "[" + mask + "]");
              });
    }
  }

  private static <S, O> void judgedAgain(
      TestSpec spec, TestKind<S, O> kind, BenchState<?> state, String of) {
    O seen = kind.observed().cast(state.observed());
    Judgement again = kind.judge(kind.read(spec, PACK), seen);
    assertThat(again).as("judged again, %s", of).isEqualTo(state.judgement());
    if (!kind.saw(seen)) {
      assertThat(again.verdict()).as("nothing seen, %s", of).isEqualTo(Verdict.CANNOT_TELL);
    }
  }

  @ParameterizedTest
  @MethodSource("everyKind")
  void withoutABrowserItIsLetGoOfInTime(TestSpec spec) {
    TestKind<?, ?> kind = TestKinds.of(spec);
    BenchLife life = life(spec, new SplittableRandom(1));
    life.run(1);
    life.prepare();
    life.run(1);
    life.module.takesSeconds = 2_000;
    if (spec.uses().containsValue("circuit-test")) {
      life.module.troubles.add(HostileModule.Trouble.PENDS_FOR_EVER);
    }
    life.act("begin");
    life.run(2);
    assertThat(life.state().stage()).isEqualTo(Stage.RUNNING);
    life.browser = false;
    life.run(kind.handsOn() ? 1 : 200);
    if (!kind.commands() && life.state().ending() == BenchState.Ending.COMPLETE) {
      // What only reads for some seconds is over before anybody is missed.
      assertThat(life.holds()).isEmpty();
      return;
    }
    assertThat(life.state().stage()).as("in time").isEqualTo(Stage.RUNNING);
    life.module.takes = 3_000;
    life.run(
        (kind.handsOn() ? Attendance.HANDS_ON_MICROS : Attendance.SUPERVISED_MICROS) / 1e6 - 1);
    life.module.sound();
    life.run(10);
    assertThat(life.state().ending()).isEqualTo(BenchState.Ending.UNATTENDED);
    assertThat(life.holds()).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("everyKind")
  void everyActPressedTwiceBeforeBeginAndAfterTheEndCommandsNothingMore(TestSpec spec) {
    BenchLife life = life(spec, new SplittableRandom(1));
    life.run(1);
    life.prepare();
    life.run(1);
    List<String> own = ACTS_OF.get(spec.kind());
    own.forEach(life::act);
    life.run(2);
    assertThat(life.state().stage()).isEqualTo(Stage.PREPARING);
    assertThat(life.holds()).isEmpty();
    life.module.troubles.add(HostileModule.Trouble.PENDS_FOR_EVER);
    life.act("begin");
    life.act("begin");
    life.run(2);
    life.module.sound();
    life.act("end");
    life.act("end");
    // What it still says nothing to is waited for, at most for the time that it may take.
    life.run(8);
    assertThat(life.state().stage()).isEqualTo(Stage.ENDED);
    // One that commands by itself may have been refused before anybody ended it.
    assertThat(life.state().ending()).isIn(BenchState.Ending.ENDED, BenchState.Ending.REFUSED);
    own.forEach(life::act);
    life.act("begin");
    life.run(2);
    assertThat(life.module.held).isEmpty();
    assertThat(life.holds()).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("everyKind")
  void whatNobodyWatchesBeginsAsSoonAsItsConditionsHoldOrEndsWithTheReason(TestSpec spec) {
    BenchLife life = life(spec, new SplittableRandom(3));
    life.kmh = 20;
    life.rpm = 2_000;
    life.prepare();
    life.act("begin-soon");
    life.run(1);
    if (!spec.conditions().isEmpty()) {
      assertThat(life.state().stage()).isEqualTo(Stage.PREPARING);
      life.run(4);
      assertThat(life.state().ending()).isEqualTo(BenchState.Ending.REFUSED);
      assertThat(life.state().says().toString()).contains("Not begun.");
      assertThat(life.module.commandedAt).isEqualTo(Long.MIN_VALUE);
    }
    life.kmh = 0;
    life.rpm = speed(spec, 0);
    life.prepare();
    life.act("begin-soon");
    life.run(3);
    assertThat(life.state().stage()).isIn(Stage.RUNNING, Stage.ENDED);
    assertThat(life.state().ending()).isNotEqualTo(BenchState.Ending.REFUSED);
  }

  @ParameterizedTest
  @MethodSource("everyKind")
  void whatNobodyLooksAtAnyMoreIsGivenUpBeforeItBeginsSoThatOthersMayGoOn(TestSpec spec) {
    BenchLife life = life(spec, new SplittableRandom(4));
    life.prepare();
    life.run(70);
    assertThat(life.state().stage()).as("somebody looks on").isEqualTo(Stage.PREPARING);
    life.browser = false;
    life.run(55);
    assertThat(life.state().stage()).isEqualTo(Stage.PREPARING);
    life.run(10);
    assertThat(life.state().stage()).isEqualTo(Stage.ENDED);
    assertThat(life.state().ending()).isEqualTo(BenchState.Ending.UNATTENDED);
    assertThat(life.module.commandedAt).isEqualTo(Long.MIN_VALUE);
  }

  @Test
  void aModuleThatConfirmsAndDoesOtherwiseIsFoundOutByReadingBack() {
    BenchLife life = cutout();
    life.module.troubles.add(HostileModule.Trouble.CONFIRMS_AND_DOES_NOT);
    life.act("off 2");
    life.run(1);
    assertThat(life.state().says().toString()).contains("confirmed and did otherwise");
    assertThat(((CutoutSeen) life.state().observed()).observations()).isEmpty();
    assertThat(life.holds()).extracting(h -> h.state()).containsOnly(Held.State.HELD);
  }

  @Test
  void aSpeedThatIsNotReachedIsLetGoOfAndSaid() {
    BenchLife life = cutout();
    life.act("speed 900");
    life.run(2);
    assertThat(life.state().setPoints())
        .singleElement()
        .satisfies(p -> assertThat(p.state()).isEqualTo(ControlState.State.FOLLOWING));
    life.run(2);
    assertThat(life.state().says().toString()).contains("did not follow");
    assertThat(life.state().setPoints()).isEmpty();
    assertThat(life.module.held).isEmpty();
  }

  @Test
  void noCylinderGoesOffBeforeTheSpeedIsThere() {
    BenchLife life = cutout();
    life.act("speed 900");
    life.act("off 1");
    life.run(1);
    assertThat(life.module.held).containsOnlyKeys(0x0306);
    life.rpm = 905;
    life.run(0.5);
    assertThat(life.module.held).containsOnlyKeys(0x0305, 0x0306);
  }

  @Test
  void whatIsHeldForTheLongestTimeIsLetGoOf() {
    BenchLife life = cutout();
    life.act("off 1");
    life.run(19);
    assertThat(life.module.held).isNotEmpty();
    life.run(2);
    assertThat(life.module.held).isEmpty();
    assertThat(life.state().says().toString()).contains("longest");
    assertThat(life.state().stage()).isEqualTo(Stage.RUNNING);
  }

  private static BenchLife cutout() {
    BenchLife life = life(PACK.bench().tests().get("cutout"), new SplittableRandom(7));
    life.run(1);
    life.prepare();
    life.run(1);
    life.act("begin");
    life.run(2);
    assertThat(life.state().stage()).isEqualTo(Stage.RUNNING);
    return life;
  }
}
