package hitchlamp.standin.story;

import java.util.ArrayList;
import java.util.List;

/** What tools did to a module, as it noted it: the oldest goes first when it is full. */
final class Trail {
  private static final int MOST = 400;
  private static final int PER_PAGE = 60;
  private static final int TOOL_CHARACTERS = 8;

  private record Entry(ToolEvent deed, double hour, String tool) {}

  private final List<Entry> entries = new ArrayList<>();

  void note(ToolEvent deed, double hour, String tool) {
    if (entries.size() == MOST) {
      entries.remove(0);
    }
    entries.add(new Entry(deed, hour, tool));
  }

  /** Pages, entries, then each entry: deed, hour, tool. */
  byte[] page(int page) {
    Bytes out = Pages.head(entries.size(), PER_PAGE, page);
    for (Entry e : Pages.of(entries, PER_PAGE, page)) {
      out.one(e.deed.code()).four(e.hour / Use.HOUR_STEP).text(e.tool, TOOL_CHARACTERS);
    }
    return out.done();
  }
}
