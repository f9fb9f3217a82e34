package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.Fault;
import hitchlamp.core.fault.FaultRead;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.PackReader;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;

class UnitShownTest {
  private static final PackLibrary SHELF =
      new PackLibrary(
          List.of(
              PackReader.read(
                  "b.yaml", "pack: base\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n"),
              PackReader.read(
                  "m.yaml",
                  "pack: m\ntitle: M\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: Orrendale, model: Korvane 6}\n")));

  private static Identity identity(String maker, String vin, double hours, double kilometres) {
    return new Identity(
        maker,
        maker.isEmpty() ? "" : "Korvane 6",
        "",
        "",
        "",
        "",
        List.of(),
        List.of(),
        vin,
        hours < 0 ? OptionalDouble.empty() : OptionalDouble.of(hours),
        kilometres < 0 ? OptionalDouble.empty() : OptionalDouble.of(kilometres));
  }

  private static RollEntry entry(
      int function, Identity identity, RollEntry.Presence presence, Fault... faults) {
    return new RollEntry(
        "m" + function,
        "Module " + function,
        Optional.empty(),
        function,
        Optional.of(Name.of(1, 1, 0, 0, function, 0, 0, 0, false)),
        presence,
        true,
        identity,
        List.of(
            new FaultRead(FaultState.ACTIVE, Lamps.NOT_TOLD, List.of(faults), Optional.empty(), 0)),
        Map.of(),
        List.of(),
        List.of(),
        OptionalLong.empty(),
        OptionalLong.empty());
  }

  private static Roll roll(RollEntry... entries) {
    return new Roll(true, Roll.State.COMPLETE, 0, OptionalLong.of(1), List.of(entries), List.of());
  }

  private static Fault fault(int spn, int count, FaultState state) {
    return new Fault(
        "m",
        0,
        spn,
        4,
        count < 0 ? OptionalInt.empty() : OptionalInt.of(count),
        false,
        state,
        ConversionVersion.V4,
        "",
        "");
  }

  @Test
  void theEnginesWordGoesFirst() {
    UnitShown unit =
        UnitShown.of(
            roll(
                entry(26, identity("", "BODYVIN", -1, 900), RollEntry.Presence.ANSWERS),
                entry(
                    0, identity("Orrendale", "ENGINEVIN", 18204.6, -1), RollEntry.Presence.ANSWERS),
                entry(19, identity("", "", 5, 950), RollEntry.Presence.ANSWERS)));
    assertThat(unit.vin()).isEqualTo("ENGINEVIN");
    assertThat(unit.hours()).hasValue(18204.6);
    assertThat(unit.kilometres()).hasValue(900);
    assertThat(unit.fits(SHELF.base(), SHELF)).map(p -> p.id()).contains("m");
    assertThat(unit.fits(SHELF.with("m"), SHELF)).as("a pack is chosen already").isEmpty();
  }

  private static RollEntry[] modules(Pack pack, String... without) {
    return pack.expected().stream()
        .filter(m -> !List.of(without).contains(m.id()))
        .map(m -> entry(m.function(), identity("", "", -1, -1), RollEntry.Presence.ANSWERS))
        .toArray(RollEntry[]::new);
  }

  @Test
  void aUnitWhoseEngineIsSilentIsKnownByItsOtherModules() {
    PackLibrary ours = PackLibrary.read(Path.of("../packs"));
    for (String id :
        List.of(
            "orrendale-haulward",
            "orrendale-gravelwright",
            "orrendale-yardwright",
            "orrendale-steadwright")) {
      UnitShown unit = UnitShown.of(roll(modules(ours.with(id), "engine")));
      assertThat(unit.fits(ours.base(), ours)).map(Pack::id).contains(id);
    }
  }

  @Test
  void nothingIsGuessedFromTooFewModulesOrWhereTheEngineAnswers() {
    PackLibrary ours = PackLibrary.read(Path.of("../packs"));
    Pack truck = ours.with("orrendale-haulward");
    assertThat(UnitShown.of(roll(modules(truck))).fits(ours.base(), ours)).isEmpty();
    assertThat(
            UnitShown.of(roll(modules(truck, "engine", "transmission", "brakes", "body")))
                .fits(ours.base(), ours))
        .isEmpty();
  }

  @Test
  void withoutAnEngineAnotherModulesVinIsBetterThanNone() {
    UnitShown unit =
        UnitShown.of(roll(entry(26, identity("", "BODYVIN", -1, -1), RollEntry.Presence.ANSWERS)));
    assertThat(unit.vin()).isEqualTo("BODYVIN");
    assertThat(unit.maker()).isEmpty();
    assertThat(unit.hours()).isEmpty();
    assertThat(unit.fits(SHELF.base(), SHELF)).isEmpty();
  }

  @Test
  void modulesThatNeedALookComeFirst() {
    Roll roll =
        roll(
            entry(0, Identity.UNKNOWN, RollEntry.Presence.ANSWERS),
            entry(3, Identity.UNKNOWN, RollEntry.Presence.WAITED_FOR),
            entry(13, Identity.UNKNOWN, RollEntry.Presence.SILENT),
            entry(16, Identity.UNKNOWN, RollEntry.Presence.SENDS_ONLY));
    assertThat(roll.inOrderOfNeed()).extracting(RollEntry::address).containsExactly(13, 16, 0, 3);
  }

  @Test
  void activeFaultsComeBeforeEarlierOnesAndTheMostFrequentFirst() {
    Roll roll =
        roll(
            entry(
                0,
                Identity.UNKNOWN,
                RollEntry.Presence.ANSWERS,
                fault(1, 99, FaultState.PREVIOUSLY_ACTIVE),
                fault(2, -1, FaultState.ACTIVE),
                fault(3, 5, FaultState.ACTIVE),
                fault(4, 9, FaultState.ACTIVE)));
    assertThat(roll.faults()).extracting(Fault::spn).containsExactly(4, 3, 2, 1);
  }
}
