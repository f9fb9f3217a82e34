package hitchlamp.standin.story;

import java.util.List;

/** Tables that are longer than one message are told in pages. */
final class Pages {
  private Pages() {}

  /** Number of pages, then of records on this page. */
  static Bytes head(int records, int perPage, int page) {
    int pages = Math.max(1, (records + perPage - 1) / perPage);
    int here = Math.max(0, Math.min(perPage, records - page * perPage));
    return new Bytes().one(pages).one(here);
  }

  static <T> List<T> of(List<T> records, int perPage, int page) {
    int from = Math.min(records.size(), page * perPage);
    return records.subList(from, Math.min(records.size(), from + perPage));
  }
}
