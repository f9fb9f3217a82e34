package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Leads;
import hitchlamp.core.nmea2000.Band;
import hitchlamp.core.nmea2000.Group;
import hitchlamp.core.nmea2000.Vessel;
import hitchlamp.core.nmea2000.VesselReading;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.story.Background;
import hitchlamp.core.story.Finding;
import hitchlamp.core.story.Findings;
import hitchlamp.core.story.ModuleStory;
import hitchlamp.core.story.StoryReading;
import hitchlamp.standin.model.EngineState;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The ferry: two engines whose faults, clocks and stories must never be taken for each other's. */
class FerryTest extends VisitTest {
  private static final String HEAD =
      "scenario: f\ntitle: F\nunit: ferry\nseed: 9\nvin: SMW0FRY1200008214\n";
  private static final String HISTORY =
      "history: {from: 8150, hours: 8200, kilometres: 90000, others: [11900]}\n";

  private List<Lead> leads(FaultReading r) {
    return Leads.find(r.faults(), roll.silentKinds(), pack, r.engineHours(), List.of());
  }

  @Test
  void eachModuleIsKnownByItsSide() throws InterruptedException {
    visit(HEAD + HISTORY + "start: {engine: yes}\n");
    assertThat(roll.entries())
        .extracting(e -> e.title() + " " + e.address())
        .contains("Port engine 0", "Starboard engine 1", "Port gear 3", "Starboard gear 4");
    assertThat(roll.silentKinds()).isEmpty();
    assertThat(roll.entries()).allMatch(e -> e.oddities().isEmpty());
    assertThat(leads(readFaults())).isEmpty();
  }

  @Test
  void aPartOfOneEngineIsNamedWithItsSideAndExplainsNothingOfTheOther()
      throws InterruptedException {
    visit(
        HEAD
            + HISTORY
            + "defects: [{kind: fuel-filter-blocked, size: 14, side: starboard, from: 11890},"
            + " {kind: wire-resistance, spn: 100, size: 2000000, side: port, from: 8199}]\n");
    FaultReading r = readFaults();
    assertThat(r.faults())
        .extracting(f -> f.kind() + " " + f.spn())
        .contains("engine-starboard 95", "engine-port 100");
    List<Lead> leads = leads(r);
    Lead filter =
        leads.stream().filter(l -> l.id().equals("fuel-filter-engine-starboard")).findFirst().get();
    assertThat(filter.title()).endsWith(", starboard");
    assertThat(filter.signs()).extracting(KnownFault::kind).containsOnly("engine-starboard");
    assertThat(filter.knockOns()).allMatch(f -> f.kind().endsWith("starboard"));
    assertThat(leads).anyMatch(l -> l.id().equals("oil-pressure-sensor-engine-port"));
  }

  @Test
  void timesOfTheStarboardEngineStandOnTheAxisOfThePortOne() throws InterruptedException {
    visit(
        HEAD
            + HISTORY
            + "defects: [{kind: wire-resistance, spn: 100, size: 2000000, side: starboard, from: 11895}]\n");
    FaultReading r = readFaults();
    assertThat(r.engineHours().orElse(0)).isCloseTo(8_200, within(0.1));
    KnownFault f =
        r.faults().stream().filter(x -> x.spn() == 100 && x.fmi() == 4).findFirst().orElseThrow();
    assertThat(f.firstHour().orElse(0))
        .as("5 hours before now, whatever the starboard clock says")
        .isCloseTo(8_195, within(0.2));
  }

  @Test
  void eachEngineTellsItsOwnStory() throws InterruptedException {
    visit(
        HEAD
            + HISTORY
            + "defects: [{kind: radiator-blocked, size: 0.75, side: port, from: 8190}]\n");
    StoryReading story = readStory();
    assertThat(story.keepers())
        .extracting(m -> m.target().title())
        .containsExactly("Port engine", "Starboard engine");
    ModuleStory port = story.keepers().get(0);
    ModuleStory starboard = story.keepers().get(1);
    assertThat(port.life().in(UseFigure.HOURS, Unit.HOUR).orElse(0)).isCloseTo(8_200, within(0.1));
    assertThat(starboard.life().in(UseFigure.HOURS, Unit.HOUR).orElse(0))
        .isCloseTo(11_900, within(0.1));
    assertThat(starboard.protection()).isEmpty();
    assertThat(port.protection()).isNotEmpty();
    List<Finding> findings = Findings.of(story, Background.NONE, pack);
    assertThat(findings)
        .filteredOn(f -> f.kind() == Finding.Kind.PROTECTION)
        .isNotEmpty()
        .allMatch(f -> f.title().toString().startsWith("Port engine: "));
    assertThat(findings)
        .as("two engines of different age do not contradict each other")
        .noneMatch(f -> f.title().toString().startsWith("Hour clocks"));
  }

  @Test
  void theVesselsNetworkTellsTheSameAsTheEnginesOwnBus() throws InterruptedException {
    visit(HEAD + HISTORY + "start: {engine: yes}\n");
    Vessel vessel = new Vessel();
    unit.backbone().orElseThrow().listen((stamped, sender) -> vessel.accept(stamped));
    unit.key(EngineState.Key.OFF);
    unit.runUntil(unit.now() + 2_000_000);
    unit.key(EngineState.Key.ON);
    unit.runUntil(unit.now() + 6_000_000);
    assertThat(vessel.dropped()).isZero();
    assertThat(of(vessel, "Engine hours", 0).orElseThrow().value()).isCloseTo(8_200, within(0.2));
    assertThat(of(vessel, "Engine hours", 1).orElseThrow().value()).isCloseTo(11_900, within(0.2));
    assertThat(of(vessel, "Gear", 1).orElseThrow().words()).isEqualTo("neutral");
    assertThat(of(vessel, "Level", 0).orElseThrow().value()).isBetween(0.0, 100.0);
    assertThat(of(vessel, "Voltage", 2).orElseThrow().value()).isBetween(22.0, 29.0);
    assertThat(of(vessel, "Coolant pressure", 0).orElseThrow().band())
        .as("nobody measures it")
        .isEqualTo(Band.NOT_AVAILABLE);
    assertThat(vessel.devices()).extracting(d -> d.model()).contains("Shaftgate", "Cellwatch");
    assertThat(vessel.readings().stream().filter(r -> r.field().name().equals("Level")))
        .as("fresh and grey water come from one sender")
        .extracting(VesselReading::holds)
        .contains("fuel", "fresh water", "grey water");
  }

  @Test
  void sternwayIsNoErrorOfTheGear() throws InterruptedException {
    visit(HEAD + HISTORY + "start: {engine: yes}\n");
    Vessel vessel = new Vessel();
    unit.backbone().orElseThrow().listen((stamped, sender) -> vessel.accept(stamped));
    unit.drive("way", "astern");
    unit.pedal(0.4);
    unit.runUntil(unit.now() + 40_000_000);
    VesselReading gear = of(vessel, "Gear", 0).orElseThrow();
    assertThat(gear.band()).isEqualTo(Band.VALID);
    assertThat(gear.words()).isEqualTo("astern");
    assertThat(of(vessel, "Speed over ground", 0).orElseThrow().value()).isBetween(2.0, 9.0);
  }

  private static Optional<VesselReading> of(Vessel v, String field, int instance) {
    return v.readings().stream()
        .filter(r -> r.field().name().equals(field) && r.instance() == instance)
        .filter(r -> r.group() != Group.FLUID_LEVEL || r.source() != 52)
        .findFirst();
  }
}
