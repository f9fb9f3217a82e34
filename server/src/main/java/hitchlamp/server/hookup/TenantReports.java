package hitchlamp.server.hookup;

import hitchlamp.server.account.Account;

/** What the tenants of a hook-up hand on, from the live owner's thread, which never waits. */
public interface TenantReports {
  /** The job that the hook-up belongs to. */
  long job();

  /** Who did it; whoever hooked up where that is not known. */
  Report.By by(Account account);

  /** Engine hours for the stores, null where not known. */
  Double hours();

  /** Stores a report for certain: data alone, of a type that somebody handles. */
  void store(Object report);

  /** The same, and shows it though it is not stored where that takes long. */
  void store(Object report, Runnable ifLate);

  /** Shows something in the same order that need not be stored. */
  void show(Runnable what);

  /** Enters something into the logbook. */
  void log(String text, long busMicros);
}
