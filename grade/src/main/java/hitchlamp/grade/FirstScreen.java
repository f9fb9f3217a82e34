package hitchlamp.grade;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What the first screen fetches, and how soon a server answers that was started again. */
final class FirstScreen {
  private final String address;
  private final List<Long> starts;
  private final Report report;

  /**
   * @param starts how long each start took, ms; the first does not count
   */
  FirstScreen(String address, List<Long> starts, Report report) {
    this.address = address;
    this.starts = starts;
    this.report = report;
  }

  void measure() throws IOException, InterruptedException {
    HttpClient http = HttpClient.newHttpClient();
    long[] first = {0};
    long[] again = {0};
    String page = fetch(http, "/", first);
    again[0] = first[0];
    Matcher files = Pattern.compile("(?:src|href)=\"(/[^\"]+\\.(?:js|css|svg))\"").matcher(page);
    String css = "";
    while (files.find()) {
      String text = fetch(http, files.group(1), first);
      css = files.group(1).endsWith(".css") ? text : css;
    }
    for (String font : List.of("barlow-400", "barlow-600", "barlow-condensed-600")) {
      Matcher m = Pattern.compile("/assets/" + font + "-[^)\"']+\\.woff2").matcher(css);
      if (m.find()) {
        fetch(http, m.group(), first);
      }
    }
    fetch(http, "/api/account/me", first);
    again[0] += bytes(http, "/api/account/me") + bytes(http, "/lamp.svg");
    double[] ms = starts.stream().skip(1).mapToDouble(Long::doubleValue).toArray();
    report
        .say(
            "What the first screen fetches, compressed as a browser asks for it over plain HTTP; a reload fetches only what has no name of its own content. Starts of the server until it answers, the first one not counted.")
        .head("figure", "value")
        .row("first screen, kB", first[0] / 1e3)
        .row("reload, kB", again[0] / 1e3)
        .row(
            "later start of the server, median, s",
            ms.length == 0 ? Double.NaN : Report.median(ms) / 1e3)
        .row("worst, s", ms.length == 0 ? Double.NaN : Report.percentile(ms, 1) / 1e3)
        .end()
        .keep("firstScreenKb", first[0] / 1e3)
        .keep("reloadKb", again[0] / 1e3);
  }

  private long bytes(HttpClient http, String path) throws IOException, InterruptedException {
    long[] n = {0};
    fetch(http, path, n);
    return n[0];
  }

  private String fetch(HttpClient http, String path, long[] bytes)
      throws IOException, InterruptedException {
    HttpResponse<byte[]> a =
        http.send(
            HttpRequest.newBuilder(URI.create(address + path))
                .header("Accept-Encoding", "gzip")
                .build(),
            HttpResponse.BodyHandlers.ofByteArray());
    bytes[0] += a.body().length;
    boolean gzip = a.headers().firstValue("Content-Encoding").orElse("").equals("gzip");
    try (var in =
        gzip
            ? new java.util.zip.GZIPInputStream(new java.io.ByteArrayInputStream(a.body()))
            : new java.io.ByteArrayInputStream(a.body())) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }
}
