package hitchlamp.server.demo;

import hitchlamp.server.account.Accounts;
import hitchlamp.server.account.Role;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.UnitRow;
import java.net.InetAddress;
import java.net.UnknownHostException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The demo world at its first start: the works, its people by their roles, and jobs on the
 * simulated trucks.
 */
@Component
@ConditionalOnProperty("hitchlamp.demo")
class Demo implements ApplicationRunner {
  /** Password of every demo account; exists in the demo only. */
  static final String PASSWORD = "saltmere-island";

  private static final String PACK = "orrendale-haulward";

  private final Accounts accounts;
  private final Jobs jobs;

  private final String address;

  Demo(Accounts accounts, Jobs jobs, @Value("${server.address}") String address) {
    this.accounts = accounts;
    this.jobs = jobs;
    this.address = address;
  }

  /** All of it or nothing: a start that is broken off leaves no half of the works behind. */
  @Override
  @Transactional
  public void run(ApplicationArguments args) throws UnknownHostException {
    if (!InetAddress.getByName(address).isLoopbackAddress()) {
      throw new IllegalStateException(
          "the demo has passwords that everybody knows, so it listens on loopback only, not on "
              + address);
    }
    if (!accounts.none()) {
      return;
    }
    accounts.add("Manager", PASSWORD, Role.MANAGER);
    accounts.add("Technician 1", PASSWORD, Role.TECHNICIAN);
    accounts.add("Technician 2", PASSWORD, Role.TECHNICIAN);
    accounts.add("Apprentice 1", PASSWORD, Role.APPRENTICE);
    accounts.add("Specialist 1", PASSWORD, Role.SPECIALIST);
    UnitRow t14 =
        jobs.addUnit("Tipper 14", "SMW0TPR1400018204", "Orrendale", "Korvane 6", "TRUCK", PACK);
    UnitRow t9 =
        jobs.addUnit("Tipper 9", "SMW0TPR0900011873", "Orrendale", "Korvane 6", "TRUCK", PACK);
    UnitRow t3 = jobs.addUnit("Tipper 3", "", "", "", "TRUCK", "");
    jobs.open(
        t9.id(),
        "Service at 12,000 h is near; driver has no complaint.",
        accounts.find("Technician 1"));
    jobs.open(
        t3.id(),
        "Bought used last week. Nobody knows what is fitted.",
        accounts.find("Technician 1"));
    UnitRow shovel =
        jobs.addUnit(
            "Shovel 2",
            "SMW0GWR0200009127",
            "Orrendale",
            "Korvane 6L",
            "MACHINE",
            "orrendale-gravelwright");
    jobs.open(
        t14.id(),
        "No power on the haul road since this morning, lamp on. Retarder does nothing.",
        accounts.find("Technician 2"));
    jobs.open(
        shovel.id(),
        "Lifting grows slow after an hour. Oil lamp flickers on rough ground.",
        accounts.find("Technician 1"));
    UnitRow t6 =
        jobs.addUnit("Tipper 6", "SMW0TPR0600014902", "Orrendale", "Korvane 6", "TRUCK", PACK);
    jobs.open(
        t6.id(),
        "Back from hire. The driver says it boiled once; no lamp is on.",
        accounts.find("Technician 2"));
    UnitRow ferry =
        jobs.addUnit(
            "Ferry 1",
            "SMW0FRY1200008214",
            "Orrendale",
            "Korvane 6M",
            "VESSEL",
            "orrendale-tidewright");
    jobs.open(
        ferry.id(),
        "Starboard engine falls behind on the crossing and hunts. Fine alongside.",
        accounts.find("Technician 2"));
    truck("Tipper 1", "SMW0TPR0100009640");
    truck("Tipper 4", "SMW0TPR0400016155");
    truck("Tipper 7", "SMW0TPR0700021090");
    truck("Tipper 11", "SMW0TPR1100005230");
    truck("Tipper 12", "SMW0TPR1200013377");
    UnitRow older =
        jobs.addUnit(
            "Shovel 1",
            "SMW0GWR0100012015",
            "Orrendale",
            "Korvane 6L",
            "MACHINE",
            "orrendale-gravelwright");
    jobs.open(
        older.id(), "Idles unevenly under the crusher. No lamp.", accounts.find("Technician 2"));
    UnitRow set =
        jobs.addUnit(
            "Set 1",
            "SMW0GSR0400001204",
            "Orrendale",
            "Korvane 8G",
            "MACHINE",
            "orrendale-steadwright");
    jobs.open(
        set.id(),
        "Shakes at the weekly test run. No lamp, takes its load.",
        accounts.find("Technician 2"));
    UnitRow tractor =
        jobs.addUnit(
            "Tractor 1",
            "SMW0YTR0500006310",
            "Orrendale",
            "Korvane 4Y",
            "TRUCK",
            "orrendale-yardwright");
    jobs.open(
        tractor.id(),
        "Short of power on warm afternoons, fine in the morning. No lamp.",
        accounts.find("Technician 2"));
    jobs.open(
        truck("Tipper 5", "SMW0TPR0500013390").id(),
        "Smokes white when it is cold and shakes until it is warm. No lamp.",
        accounts.find("Technician 2"));
    UnitRow hidden =
        jobs.addUnit(
            "Shovel 3",
            "SMW0GWR0300016044",
            "Orrendale",
            "Korvane 6L",
            "MACHINE",
            "orrendale-gravelwright");
    jobs.open(
        hidden.id(),
        "Digs a little weaker than the others. Idles well.",
        accounts.find("Technician 2"));
    UnitRow misses =
        jobs.addUnit(
            "Tractor 2",
            "SMW0YTR0500007725",
            "Orrendale",
            "Korvane 4Y",
            "TRUCK",
            "orrendale-yardwright");
    jobs.open(
        misses.id(),
        "Misses on one now and then, worse on rough ground.",
        accounts.find("Technician 2"));
    UnitRow breathes =
        jobs.addUnit(
            "Set 2",
            "SMW0GSR0500002207",
            "Orrendale",
            "Korvane 8G",
            "MACHINE",
            "orrendale-steadwright");
    jobs.open(
        breathes.id(),
        "Blows oil out of the breather since it carries more load. Idles clean.",
        accounts.find("Technician 2"));
    jobs.open(
        truck("Tipper 8", "SMW0TPR1400012816").id(),
        "Uses hardly any exhaust fluid. Idles for hours in the queue.",
        accounts.find("Technician 2"));
    jobs.open(
        truck("Tipper 2", "SMW0TPR1400015021").id(),
        "Emission warning comes back. Both gas sensors are new.",
        accounts.find("Technician 2"));
    jobs.open(
        truck("Tipper 10", "SMW0TPR1400016610").id(),
        "Lost power on the hill since yesterday. The fluid was topped up on the road.",
        accounts.find("Technician 2"));
    jobs.open(
        truck("Tipper 13", "SMW0TPR1400019907").id(),
        "Wants to burn its filter again and again, and never gets through.",
        accounts.find("Technician 2"));
  }

  private UnitRow truck(String fleetNumber, String vin) {
    return jobs.addUnit(fleetNumber, vin, "Orrendale", "Korvane 6", "TRUCK", PACK);
  }
}
