package hitchlamp.server.job;

/**
 * What pages of a job show. A case file is taken only if every page of its job opens: each service
 * that shows something of a job says here how.
 */
public interface JobPage {
  /** What it is, as a message names it. */
  String page();

  /** Works out everything that the page, and what is reached from it, shows of a job. */
  void showAll(long job);
}
