package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.station.FakeBus;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class RollCallTest {
  private static final Pack PACK =
      PackReader.read(
          "p.yaml",
          """
          pack: p
          title: Test truck
          schema: 1
          layer: maker
          version: 1
          modules:
            engine: {title: Engine, function: 0, address: 0, conversion: v3}
            brakes: {title: Brakes, function: 9, address: 11}
            retarder: {title: Retarder, function: 13, address: 16, checks: [Fuse 31.]}
          spn: {102: Intake pressure}
          fmi: {4: voltage low}
          """);

  private final FakeBus bus = new FakeBus();
  private final List<Roll> progress = new ArrayList<>();
  private RollCall call;

  @BeforeEach
  void hookUp() {
    bus.station =
        new Station(
            new Name(77),
            250_000,
            false,
            bus::fromUs,
            new Station.Listener() {
              @Override
              public void progressed(Procedure<?> procedure) {
                if (procedure == call) {
                  progress.add(call.result());
                }
              }
            });
    bus.station.start(bus.now());
    bus.runUntil(1_300_000);
  }

  private FakeBus.Module engine() {
    return bus.module(0, 0)
        .answers(Pgn.COMPONENT_IDENTIFICATION, "Orrendale*Korvane 6*S1*T14*")
        .answers(Pgn.VEHICLE_IDENTIFICATION, "SMW0TPR1400018204*")
        .answers(Pgn.ENGINE_HOURS, (byte) 20, (byte) 0, (byte) 0, (byte) 0)
        .answers(Pgn.DM1, (byte) 4, (byte) 0xFF, (byte) 102, (byte) 0, (byte) 4, (byte) 12)
        .answers(Pgn.DM2, (byte) 0, (byte) 0xFF, (byte) 0, (byte) 0, (byte) 0, (byte) 0);
  }

  private Roll call(boolean full) {
    call = new RollCall(PACK, full);
    bus.station.run(call);
    bus.runUntil(bus.now() + 60_000_000);
    assertThat(call.finished()).isTrue();
    return call.result();
  }

  private static RollEntry entry(Roll roll, int address) {
    return roll.entries().stream().filter(e -> e.address() == address).findFirst().orElseThrow();
  }

  @Test
  void aModuleThatAnswersIsOnTheRollWithIdentityAndFaults() {
    engine();
    Roll roll = call(true);
    RollEntry engine = entry(roll, 0);
    assertThat(engine.presence()).isEqualTo(RollEntry.Presence.ANSWERS);
    assertThat(engine.title()).isEqualTo("Engine");
    assertThat(engine.identity().model()).isEqualTo("Korvane 6");
    assertThat(engine.identity().vin()).isEqualTo("SMW0TPR1400018204");
    assertThat(engine.identity().hours()).hasValue(1.0);
    assertThat(engine.told())
        .containsEntry(Item.SOFTWARE, Item.Told.NOT_SUPPORTED)
        .containsEntry(Item.COMPONENT, Item.Told.GIVEN);
    assertThat(roll.faults())
        .singleElement()
        .satisfies(
            f -> {
              assertThat(f.spn()).isEqualTo(102);
              assertThat(f.count()).hasValue(12);
              assertThat(f.state()).isEqualTo(FaultState.ACTIVE);
              assertThat(f.component()).isEqualTo("Intake pressure");
              assertThat(f.mode()).isEqualTo("voltage low");
            });
  }

  /** The adapter takes what it is given and sends nothing. */
  @Test
  void whereNoneOfOurQuestionsComesOntoTheBusNobodyIsCalledSilent() {
    engine();
    bus.swallows = f -> true;
    bus.put(100_000, Frame.extended(0x18FEF100, 0, 0, 0, 0, 0, 0, 0, 0));
    Roll roll = call(true);
    assertThat(roll.state()).isEqualTo(Roll.State.CUT_SHORT);
    assertThat(roll.entries())
        .extracting(RollEntry::presence)
        .containsOnly(RollEntry.Presence.NOT_ASKED);
    assertThat(entry(roll, 0).oddities()).as("the engine was not asked either").isEmpty();
    assertThat(roll.notes())
        .singleElement()
        .asString()
        .contains("3 modules could not be asked", "did not come onto the bus");
  }

  @Test
  void aLinkThatDoesNotShowOurOwnFramesStillTellsWhoIsSilent() {
    engine();
    bus.hidesOurs = true;
    Roll roll = call(true);
    assertThat(roll.state()).isEqualTo(Roll.State.COMPLETE);
    assertThat(entry(roll, 0).presence()).isEqualTo(RollEntry.Presence.ANSWERS);
    assertThat(entry(roll, 16).presence()).isEqualTo(RollEntry.Presence.SILENT);
  }

  /** Whatever of ours a link loses: who is called silent was asked, and did not answer. */
  @Test
  void whoIsCalledSilentWasAskedOnTheBus() {
    SplittableRandom r = new SplittableRandom(9);
    for (int run = 0; run < 150; run++) {
      FakeBus bus = new FakeBus();
      bus.station =
          new Station(new Name(77), 250_000, false, bus::fromUs, new Station.Listener() {});
      bus.station.start(bus.now());
      bus.runUntil(1_300_000);
      bus.carried.clear();
      boolean there = r.nextBoolean();
      if (there) {
        bus.module(0, 0).answers(Pgn.COMPONENT_IDENTIFICATION, "Orrendale*Korvane 6*S1*T14*");
      }
      double lost = r.nextDouble() < 0.2 ? 1 : r.nextDouble();
      bus.swallows = f -> r.nextDouble() < lost;
      RollCall roll = new RollCall(PACK, r.nextBoolean());
      bus.station.run(roll);
      bus.runUntil(bus.now() + 120_000_000);
      assertThat(roll.finished()).as("run %d", run).isTrue();
      for (RollEntry e : roll.result().entries()) {
        if (e.presence() == RollEntry.Presence.SILENT) {
          assertThat(bus.carried)
              .as("run %d: %s was asked", run, e.title())
              .anyMatch(f -> (f.identifier() >>> 8 & 0xFF) == e.address());
        }
      }
    }
  }

  @Test
  void silentModulesAreListedWithTheirChecksNotLeftOut() {
    engine();
    Roll roll = call(true);
    RollEntry retarder = entry(roll, 16);
    assertThat(retarder.presence()).isEqualTo(RollEntry.Presence.SILENT);
    assertThat(retarder.checks()).containsExactly("Fuse 31.");
    assertThat(entry(roll, 11).checks())
        .as("a module without checks of its own gets the usual ones")
        .hasSize(4);
    long asked = bus.sentByUs.stream().filter(f -> f.identifier() == 0x18EA10F9).count();
    assertThat(asked).as("tries at its usual address").isEqualTo(3);
  }

  @Test
  void whoNobodyExpectedIsNamedByItsFunction() {
    engine();
    bus.module(51, 38);
    Roll roll = call(false);
    assertThat(roll.unexpected(entry(roll, 51))).isTrue();
    assertThat(roll.unexpected(entry(roll, 0))).isFalse();
    assertThat(entry(roll, 51).title()).isEqualTo("Tyre pressure");
    assertThat(entry(roll, 51).told()).as("a quick roll call asks nothing more").isEmpty();
  }

  @Test
  void aPackThatKnowsNoneOfThemExpectsNothing() {
    engine();
    bus.module(51, 38);
    Pack standards =
        PackReader.read(
            "s.yaml", "{pack: s, title: Standards, schema: 1, layer: base, version: 1}");
    RollCall plain = new RollCall(standards, false);
    bus.station.run(plain);
    bus.runUntil(bus.now() + 12_000_000);
    assertThat(plain.result().entries()).hasSize(2);
    assertThat(plain.result().entries()).noneMatch(plain.result()::unexpected);
  }

  @Test
  void eachAnswerShowsAtOnceWhileOthersAreStillWaitedFor() {
    engine();
    call(true);
    Roll early =
        progress.stream()
            .filter(
                r -> r.entries().stream().anyMatch(e -> e.presence() == RollEntry.Presence.ANSWERS))
            .findFirst()
            .orElseThrow();
    assertThat(early.state()).isEqualTo(Roll.State.UNDER_WAY);
    assertThat(entry(early, 16).presence()).isEqualTo(RollEntry.Presence.WAITED_FOR);
  }

  @Test
  void twoModulesAtOneAddressAreReported() {
    engine();
    FakeBus.Module twin = new FakeBus.Module(0, Name.of(999, 100, 0, 0, 0, 0, 0, 0, false));
    twin.deaf = true;
    bus.modules.add(twin);
    assertThat(entry(call(true), 0).oddities())
        .anyMatch(o -> o.contains("Two modules claim address 0"));
  }

  @Test
  void garbageIsReportedAsSuch() {
    engine()
        .answers(Pgn.COMPONENT_IDENTIFICATION, (byte) 7, (byte) 1, (byte) 2)
        .answers(Pgn.DM2, new byte[] {0, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9});
    RollEntry engine = entry(call(true), 0);
    assertThat(engine.told())
        .containsEntry(Item.COMPONENT, Item.Told.GARBLED)
        .containsEntry(Item.EARLIER_FAULTS, Item.Told.GARBLED);
    assertThat(engine.oddities()).hasSize(2);
    assertThat(engine.doubtful()).as("its other answers are not to be trusted").isTrue();
  }

  @Test
  void aModuleThatOnlySendsIsAskedAndSaidToAnswerNothing() {
    bus.put(10_000, Frame.extended(0x18FEEE1B, 1, 2, 3, 4, 5, 6, 7, 8));
    FakeBus.Module deaf = new FakeBus.Module(0x1B, null);
    deaf.deaf = true;
    bus.modules.add(deaf);
    call = new RollCall(PACK, true);
    bus.station.run(call);
    bus.put(10_000, Frame.extended(0x18FEEE1B, 1, 2, 3, 4, 5, 6, 7, 8));
    bus.runUntil(bus.now() + 60_000_000);
    RollEntry entry = entry(call.result(), 0x1B);
    assertThat(entry.presence()).isEqualTo(RollEntry.Presence.SENDS_ONLY);
    assertThat(entry.name()).isEqualTo(Optional.empty());
    assertThat(entry.oddities()).contains("It sends on the bus and answers no request.");
  }

  @Test
  void aDeafModuleDoesNotHoldUpTheRoll() {
    engine();
    bus.module(25, 21).deaf = true;
    Roll roll = call(true);
    RollEntry deaf = entry(roll, 25);
    assertThat(deaf.told().values()).hasSize(Item.values().length).containsOnly(Item.Told.SILENT);
    assertThat(deaf.oddities()).contains("It claims its address and answers no other request.");
    // Three tries, then one, of 1.25 s each: it is left after about five seconds.
    assertThat(deaf.doneMicros().getAsLong() - roll.startedMicros()).isLessThan(5_500_000);
  }

  @Test
  void aBusyModuleIsAskedAgain() {
    engine().busy = 2;
    assertThat(entry(call(true), 0).told()).containsEntry(Item.COMPONENT, Item.Told.GIVEN);
  }

  @Test
  void anAnswerThatBreaksOffAtEveryTryIsReportedAndNotInvented() {
    engine().stalls = true;
    RollEntry engine = entry(call(true), 0);
    assertThat(engine.told()).containsEntry(Item.COMPONENT, Item.Told.BROKEN);
    assertThat(engine.identity().maker()).isEmpty();
    assertThat(engine.oddities()).anyMatch(o -> o.contains("did not arrive whole"));
  }

  @Test
  void aRollCallCutShortKeepsWhatItHasAndCallsNobodySilent() {
    engine();
    call = new RollCall(PACK, true);
    bus.station.run(call);
    bus.runUntil(bus.now() + 30_000);
    bus.station.stop(call);
    assertThat(call.result().state()).isEqualTo(Roll.State.CUT_SHORT);
    assertThat(call.result().count(RollEntry.Presence.ANSWERS)).isEqualTo(1);
    assertThat(call.result().count(RollEntry.Presence.SILENT)).isZero();
    int sent = bus.sentByUs.size();
    bus.runUntil(bus.now() + 5_000_000);
    assertThat(bus.sentByUs.size() - sent).as("nothing more is asked").isLessThanOrEqualTo(1);
  }

  @Test
  void twoVinsArePointedOut() {
    engine();
    bus.module(11, 9).answers(Pgn.VEHICLE_IDENTIFICATION, "SMW0FNDLT00000007*");
    Roll roll = call(true);
    assertThat(roll.notes())
        .singleElement()
        .asString()
        .contains("SMW0FNDLT00000007 (Brakes)")
        .contains("different VINs");
  }

  @Test
  void theSameFramesGiveTheSameRoll() {
    engine();
    Roll first = call(true);
    RollCallTest other = new RollCallTest();
    other.bus.modules.addAll(bus.modules);
    other.hookUp();
    assertThat(other.call(true)).isEqualTo(first);
  }

  @Test
  void listeningInFindsWhoToldWhatWithoutAskingAnything() {
    Station silent =
        new Station(
            new Name(1),
            0,
            true,
            f -> {
              throw new AssertionError("nothing may be sent");
            },
            new Station.Listener() {});
    ListenIn listen = new ListenIn(PACK);
    silent.start(0);
    silent.run(listen);
    silent.on(
        new hitchlamp.core.bus.LinkEvent.Seen(
            new hitchlamp.core.bus.StampedFrame(
                5, Frame.extended(0x18FECA00, 4, 255, 102, 0, 4, 3, 255, 255))));
    silent.on(
        new hitchlamp.core.bus.LinkEvent.Seen(
            new hitchlamp.core.bus.StampedFrame(
                6, Frame.extended(0x1CECFF0B, 32, 10, 0, 2, 255, 0xCA, 0xFE, 0))));
    silent.on(new hitchlamp.core.bus.LinkEvent.Ticked(9_000_000));
    silent.stop(listen);
    assertThat(listen.result().faults())
        .singleElement()
        .satisfies(f -> assertThat(f.spn()).isEqualTo(102));
    assertThat(listen.result().count(RollEntry.Presence.SILENT)).isZero();
    assertThat(listen.broken())
        .singleElement()
        .satisfies(b -> assertThat(b.source()).isEqualTo(11));
  }
}
