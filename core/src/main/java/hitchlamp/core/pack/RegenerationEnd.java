package hitchlamp.core.pack;

/** How a regeneration of the particulate filter ended. */
public enum RegenerationEnd {
  CLEAN(PackWords.say("end-clean"), false),
  ENGINE_STOPPED(PackWords.say("end-engine-stopped"), true),
  PEDAL(PackWords.say("end-pedal"), true),
  MOVED(PackWords.say("end-moved"), true),
  TOOL(PackWords.say("end-tool"), true),
  NOT_LIT(PackWords.say("end-not-lit"), false),
  NOT_HOT(PackWords.say("end-not-hot"), false),
  TOO_HOT(PackWords.say("end-too-hot"), false),
  NOT_CLEAN(PackWords.say("end-not-clean"), false);

  private final String title;
  private final boolean byPeople;

  RegenerationEnd(String title, boolean byPeople) {
    this.title = title;
    this.byPeople = byPeople;
  }

  /** What the technician calls it. */
  public String title() {
    return title;
  }

  /** True where somebody ended it; false where it came to its end or the unit gave it up. */
  public boolean byPeople() {
    return byPeople;
  }
}
