package hitchlamp.core.pack;

import java.util.List;

/**
 * Values that belong together.
 *
 * @param id short name
 * @param title what the technician reads
 * @param of SPNs, or names where a value has none
 * @param components parts of which these are the values
 */
public record WatchSet(String id, String title, List<String> of, List<String> components) {
  public WatchSet {
    of = List.copyOf(of);
    components = List.copyOf(components);
  }

  /** True where a value is one of them. */
  public boolean holds(int spn, String name) {
    return of.contains(name) || spn > 0 && of.contains(String.valueOf(spn));
  }
}
