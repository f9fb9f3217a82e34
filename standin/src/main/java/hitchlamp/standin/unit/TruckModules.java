package hitchlamp.standin.unit;

import java.util.List;

/** The control modules of the made-up road truck, with what they say of themselves. */
final class TruckModules {
  /**
   * @param function NAME function
   * @param hasFaults whether it keeps faults of its own
   * @param usual whether every such truck has it; the others are strangers that somebody fitted
   */
  record Spec(
      String id,
      int address,
      int function,
      int instance,
      String maker,
      String model,
      List<String> software,
      boolean vin,
      boolean calibration,
      boolean usual) {}

  static final List<Spec> ALL =
      List.of(
          new Spec(
              "engine",
              0,
              0,
              0,
              "Orrendale",
              "Korvane 6",
              List.of("KV6-BASE 4.18", "KV6-CAL 4.18.07"),
              true,
              true,
              true),
          new Spec(
              "transmission",
              3,
              3,
              0,
              "Tessmoor",
              "Twelvestep",
              List.of("TS12 2.05"),
              true,
              false,
              true),
          new Spec(
              "brakes",
              11,
              9,
              0,
              "Hallowfen",
              "Brakewright",
              List.of("BW 7.1", "BW-ESP 7.1.3"),
              true,
              false,
              true),
          new Spec(
              "retarder",
              16,
              13,
              0,
              "Tessmoor",
              "Drag Two",
              List.of("DR2 1.12"),
              false,
              false,
              true),
          new Spec(
              "steering",
              19,
              16,
              0,
              "Hallowfen",
              "Helmsway",
              List.of("HW 1.4"),
              false,
              false,
              true),
          new Spec(
              "instruments",
              23,
              19,
              0,
              "Orrendale",
              "Dial Nine",
              List.of("D9 3.30", "D9-LANG 3.2"),
              true,
              false,
              true),
          new Spec(
              "climate", 25, 21, 0, "Orrendale", "Airbox", List.of("AB 1.02"), false, false, true),
          new Spec(
              "body", 33, 26, 0, "Orrendale", "Bodynode", List.of("BN 5.44"), true, false, true),
          new Spec(
              "suspension",
              47,
              35,
              0,
              "Hallowfen",
              "Levelmate",
              List.of("LM 2.2"),
              false,
              false,
              true),
          new Spec(
              "aftertreatment",
              85,
              44,
              0,
              "Orrendale",
              "Clearstack",
              List.of("CS 4.18", "CS-CAL 4.18.02"),
              false,
              true,
              true),
          new Spec(
              "recorder",
              238,
              20,
              0,
              "Ollergate",
              "Triproll",
              List.of("TR 9.0"),
              true,
              false,
              true),
          new Spec(
              "tyres",
              51,
              38,
              0,
              "Ollergate",
              "Treadwatch",
              List.of("TW 1.7"),
              false,
              false,
              false));

  private TruckModules() {}
}
