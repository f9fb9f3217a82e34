package hitchlamp.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** A technician's first hour with Hitch Lamp, in a real browser against the real application. */
@ExtendWith(Installation.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class JobTest {
  @Test
  @Order(1)
  void aWrongPasswordIsRefusedInPlainWords(Installation.Running running) throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.isAccessible();
      b.signsIn("Technician 2", "not the password");
      b.sees("Name or password is wrong.");
      b.signsIn("Technician 2", Person.PASSWORD);
      b.sees("Jobs");
      b.isAccessible();
    }
  }

  @Test
  @Order(2)
  void hookUpCallTheRollReadFaultsStopAndFindItAgain(Installation.Running running)
      throws IOException {
    String job;
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("No power on the haul road");
      b.takesTheSeat();
      b.sees("pins carry the bus");
      b.hooksUp("Tipper 14");
      b.presses("Call the roll");
      b.sees("Korvane 6");
      b.sees("roll call complete");
      b.sees("Check first: Fuse 31");
      b.sees("not expected on this unit");
      b.isAccessible();
      b.picture("roll-day");
      job = b.job();
      b.presses("Retarder");
      b.sees("Retarder is silent");
      b.keysOnPage("f");
      b.sees("Sensor supply voltage 2");
      b.sees("SPN 3510 FMI 4");
      b.isAccessible();
      b.picture("faults-day");
      b.types("Note to the logbook", "Retarder fuse 31 is blown" + Keys.ENTER);
      b.sees("Retarder fuse 31 is blown");
      b.open(job + "/hook-up");
      b.follows("Details");
      b.sees("KV6-CAL 4.18.07");
      b.sees("SMW0TPR1400018204");
      b.isAccessible();
      b.picture("module-day");
    }
    running.restart();
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.sees("Jobs");
      b.open(job + "/faults");
      b.sees("Sensor supply voltage 2");
      b.sees("Unhooked: Hitch Lamp was stopped.");
      b.open(job + "/logbook");
      b.sees("Retarder fuse 31 is blown");
      b.isAccessible();
      b.presses("Close this job");
      b.sees("Job closed.");
      b.presses("Open it again");
      b.sees("Job opened again.");
    }
  }

  @Test
  @Order(3)
  void bothThemesUnitsAndSizes(Installation.Running running) throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("No power on the haul road");
      b.chooses("Night");
      assertThat(b.theme()).isEqualTo("night");
      b.hooksUp("Tipper 14");
      b.sees("°C");
      b.isAccessible();
      b.picture("hook-up-night");
      b.chooses("US units");
      b.sees("°F");
      b.seesNoMore("°C");
      b.chooses("Daylight");
      assertThat(b.theme()).isEqualTo("day");
      for (int[] size : new int[][] {{1024, 768}, {800, 1280}, {1920, 1080}}) {
        b.size(size[0], size[1]);
        b.fits();
      }
      b.size(1280, 800);
      b.keysOnPage(Keys.chord(Keys.CONTROL, "k"));
      b.types("Unit, job, module, fault, live value, test, circuit, page or action", "3510");
      b.sees("SPN 3510 FMI 4 Sensor supply voltage 2, Engine");
      b.keys(Keys.ENTER);
      b.sees("voltage below normal");
      assertThat(b.path()).contains("/faults?spn=3510");
      b.keysOnPage("?");
      b.sees("go to any unit, job, value, fault, test, circuit, page or action");
    }
  }

  @Test
  @Order(4)
  void aLinkThatIsUnpluggedInTheMiddleOfARollCall(Installation.Running running) throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      // Its retarder is silent: the roll call lasts while that is waited for.
      b.follows("No power on the haul road");
      b.hooksUp("Tipper 14");
      b.presses("Simulated cab");
      b.sees("Stands in for your hands");
      b.presses("Call the roll");
      b.sees("answer");
      b.presses("Unplug the link");
      b.sees("The link broke");
      b.sees("interrupted with the link, what was found is kept");
      b.isAccessible();
      b.presses("Plug the link in");
      b.sees("The link is back.");
      b.presses("Unhook");
      b.sees("Unhooked");
    }
  }

  @Test
  @Order(5)
  void theSeatGoesFromOneToAnotherAndAReaderMayNotTakeIt(Installation.Running running)
      throws IOException {
    try (Browser one = new Browser(running.url());
        Browser two = new Browser(running.url())) {
      one.signsIn("Technician 1", Person.PASSWORD);
      two.signsIn("Technician 2", Person.PASSWORD);
      one.follows("Bought used last week");
      two.follows("Bought used last week");
      one.presses("Seat free");
      one.presses("Take the seat");
      two.sees("Technician 1");
      two.presses("Hook up to Tipper 3");
      two.sees("The seat at this unit belongs to Technician 1.");
      one.presses("Hand it to Technician 2");
      one.sees("Technician 2 has the seat.");
      two.sees("Your seat");
      two.presses("Hook up to Tipper 3");
      two.sees("can250");
    }
    try (Browser apprentice = new Browser(running.url())) {
      apprentice.signsIn("Apprentice 1", Person.PASSWORD);
      apprentice.follows("Service at 12,000 h is near");
      apprentice.presses("Seat free");
      apprentice.sees("Your role may look and read, not take the seat.");
      assertThat(apprentice.shows("Take the seat")).isFalse();
    }
  }

  @Test
  @Order(6)
  void fromTheFirstLeadToTheReport(Installation.Running running) throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("No power on the haul road");
      b.hooksUp("Tipper 14");
      b.presses("Call the roll");
      b.sees("roll call complete");
      b.keysOnPage("f");
      b.sees("Where to start");
      b.sees("Sensor supply 2 of the engine module");
      b.sees("3 sensors on it failed");
      b.sees("Unplug one sensor at a time");
      b.sees("Retarder module does not answer");
      b.sees("Hour line");
      b.isAccessible();
      b.picture("leads-day");
      b.follows("Its freeze frame");
      b.sees("Freeze frames");
      b.sees("Charge-air rise over ambient");
      b.isAccessible();
      b.picture("frozen-day");
      b.follows("Where to start");
      if (b.shows("Seat free")) {
        b.takesTheSeat();
      }
      b.presses("Test circuits now");
      b.sees("Holding: session for circuit self-test");
      b.isAccessible();
      b.picture("held-day");
      b.sees("self-test: there at this moment");
      b.seesNoMore("Holding:");
      b.presses("Clear faults");
      b.sees("will come back unless repaired");
      b.isAccessible();
      b.presses("Clear nothing");
      b.presses("Read faults again");
      b.follows("Compare reads");
      b.sees("still active");
      b.isAccessible();
      b.follows("Sign-off");
      b.sees("Still open");
      b.sees("Bring it back on the bus");
      b.isAccessible();
      b.picture("sign-off-day");
    }
  }

  @Test
  @Order(7)
  void anEmptyFaultListIsNotBelievedWhereTheStoryKnowsBetter(Installation.Running running)
      throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("Back from hire");
      b.hooksUp("Tipper 6");
      b.presses("Call the roll");
      b.sees("roll call complete");
      b.sees("faults were wiped");
      b.keysOnPage("f");
      b.sees("What is missing here may stand in the story.");
      b.keysOnPage("s");
      b.sees("h of engine time before this visit.");
      b.sees("Ask who cleared them and why.");
      b.sees("Out of the safe range");
      b.sees("Percent of the time at each speed and load");
      b.isAccessible();
      b.picture("story-day");
      b.follows("Compare over units and visits");
      b.sees("Visits of Tipper 6");
      b.isAccessible();
      b.follows("Sign-off");
      b.sees("Faults were cleared");
    }
  }

  @Test
  @Order(8)
  void fromLiveValuesToACylinderThatIsHeldAndLetGoOf(Installation.Running running)
      throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("Back from hire");
      b.takesTheSeat();
      b.hooksUp("Tipper 6");
      b.presses("Call the roll");
      b.sees("roll call complete");
      b.keysOnPage("v");
      b.sees("the engine idles");
      b.sees("Accelerator pedal position 1");
      b.isAccessible();
      b.presses("Record");
      b.sees("samples");
      b.presses("Stop");
      b.follows("Open it");
      b.sees("bytes a sample");
      b.isAccessible();
      b.keysOnPage("t");
      b.sees("this unit can do");
      b.isAccessible();
      b.picture("tests-day");
      b.presses("Cylinder cutout by hand");
      b.sees("Rotating parts: keep clear");
      b.follows("Open the test");
      b.sees("The engine idles, up to 1,200 rpm");
      b.presses("Begin");
      b.sees("Speed and fuelling are known with all firing");
      b.keysOnPage("3");
      b.sees("Holding: cylinder 3 does not fire");
      b.isAccessible();
      b.picture("cutout-day");
      b.keysOnPage(Keys.ESCAPE);
      b.sees("Let go of everything. The module has let go of everything.");
      b.seesNoMore("Holding:");
      b.follows("Tests");
      b.sees("Cannot tell");
      b.presses("Your seat");
      b.presses("Give it up");
    }
  }

  @Test
  @Order(9)
  void fromALeadThroughItsGuideToTheBadPartAndItsCircuit(Installation.Running running)
      throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("No power on the haul road");
      b.hooksUp("Tipper 14");
      b.presses("Call the roll");
      b.sees("roll call complete");
      b.keysOnPage("f");
      b.sees("Sensor supply 2 of the engine module");
      b.presses("Trace it, step by step");
      b.sees("SPN 3510 FMI 4 is active, reported by Engine.");
      b.sees("Volts from X1 contact 12 to battery minus, key on.");
      b.isAccessible();
      b.picture("guide-day");
      b.presses("Simulated cab");
      b.pressesOnly("Volts");
      b.sees("0.23");
      b.types("The meter reads, V", "0.24" + Keys.ENTER);
      b.sees("Does the fault go?");
      b.picks("Plug", "X26");
      b.pressesOnly("Off");
      b.sees("The sensor that was unplugged last is shorted inside.");
      b.isAccessible();
      b.pressesOnly("In");
      b.presses("Simulated cab");
      b.follows("Circuit of what was found");
      b.sees("Circuit sheet: Sensor supply 2 of the engine module");
      b.sees("W116 red-blue");
      b.isAccessible();
      b.picture("circuit-day");
      for (int[] size : new int[][] {{1024, 768}, {800, 1280}, {1280, 800}}) {
        b.size(size[0], size[1]);
        b.fits();
      }
      b.keysOnPage("g");
      b.sees("Begun in this job");
      b.isAccessible();
      b.follows("Sign-off");
      b.sees("The sensor that was unplugged last is shorted inside.");
    }
  }
}
