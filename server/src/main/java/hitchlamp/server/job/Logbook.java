package hitchlamp.server.job;

import hitchlamp.server.config.Refusal;
import hitchlamp.server.stream.Topics;
import jakarta.validation.constraints.NotNull;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The logbook of a job: everything that happened, in order. Nothing here changes or removes an
 * entry.
 */
@Service
public class Logbook implements JobPage {
  /** Largest picture, bytes. */
  static final int LARGEST_PHOTO = 12 * 1024 * 1024;

  /** Sent as what nothing shows or runs. */
  private static final String NO_PICTURE = "application/octet-stream";

  private static final int LONGEST = 4_000;

  private final JobMapper mapper;
  private final Topics topics;

  Logbook(JobMapper mapper, Topics topics) {
    this.mapper = mapper;
    this.topics = topics;
  }

  /** What kind of thing happened. */
  public enum Kind {
    OPENED,
    NOTE,
    PHOTO,
    LINK,
    ROLL,
    FAULTS,
    STORY,
    WATCH,
    TEST,
    CLEAR,
    TRACE,
    SEAT,
    HELD
  }

  /**
   * An entry as shown.
   *
   * @param who null where the application did it by itself
   * @param hours engine hours by the clock of {@code hoursModule}, null where not known
   */
  public record Entry(
      @NotNull long id,
      @NotNull String kind,
      @NotNull String text,
      String who,
      @NotNull Instant at,
      Double hours,
      String hoursModule) {}

  /**
   * When on the machine.
   *
   * @param busMicros bus time in microseconds
   * @param hours engine hours, null where not known
   * @param module whose clock
   */
  public record Moment(Long busMicros, Double hours, String module) {
    public static final Moment UNKNOWN = new Moment(null, null, null);
  }

  /** Enters something. */
  @Transactional
  public Entry enter(long job, Kind kind, String text, Long account, Moment moment) {
    String cut = text.length() > LONGEST ? text.substring(0, LONGEST) : text;
    long id =
        mapper.log(
            job, kind.name(), cut, account, moment.busMicros(), moment.hours(), moment.module());
    Entry entry = newest(job, id + 1, 1).get(0);
    topics.job(job).event("logbook", entry);
    return entry;
  }

  /** Enters a picture; what it shows is told by its first bytes, whatever its name says. */
  @Transactional
  public Entry enterPhoto(long job, String caption, byte[] content, long account, Moment moment) {
    String type = pictureType(content);
    Entry entry =
        enter(job, Kind.PHOTO, caption.isBlank() ? "Photo" : caption.strip(), account, moment);
    mapper.addPhoto(entry.id(), type, content);
    return entry;
  }

  static void checkSize(long bytes) {
    if (bytes > LARGEST_PHOTO) {
      throw Refusal.bad(
          JobWords.say("the-picture-is-larger-than-12"),
          JobWords.say("take-it-with-less-resolution"));
    }
  }

  /**
   * What kind of picture bytes are, by their beginning and by nothing that anybody says of them.
   *
   * @throws Refusal where they are none that is kept
   */
  public static String pictureType(byte[] content) {
    checkSize(content.length);
    return mediaType(content)
        .orElseThrow(
            () ->
                Refusal.bad(
                    JobWords.say("this-is-no-jpeg-png-or"),
                    JobWords.say("choose-a-picture-of-one-of")));
  }

  private static Optional<String> mediaType(byte[] b) {
    String head = new String(b, 0, Math.min(12, b.length), StandardCharsets.ISO_8859_1);
    if (head.startsWith("\u00FF\u00D8\u00FF")) {
      return Optional.of("image/jpeg");
    } else if (head.startsWith("\u0089PNG\r\n")) {
      return Optional.of("image/png");
    }
    return head.startsWith("RIFF") && head.endsWith("WEBP")
        ? Optional.of("image/webp")
        : Optional.empty();
  }

  /** The picture of an entry. */
  Photo photo(long job, long entry) {
    return mapper
        .photo(job, entry)
        .map(r -> new Photo(mediaType(r.content()).orElse(NO_PICTURE), r.content()))
        .orElseThrow(() -> Refusal.missing("picture"));
  }

  /** A picture with its media type. */
  record Photo(String mediaType, byte[] content) {}

  /** The newest entries before one, newest first. */
  public List<Entry> newest(long job, long before, int most) {
    return mapper.entries(job, before, most).stream()
        .map(
            e ->
                new Entry(
                    e.id(),
                    e.kind(),
                    e.text(),
                    e.who(),
                    e.at().toInstant(ZoneOffset.UTC),
                    e.hours(),
                    e.hoursModule()))
        .toList();
  }

  @Override
  public String page() {
    return "logbook";
  }

  @Override
  public void showAll(long job) {
    for (Entry e : newest(job, Long.MAX_VALUE, 1_000)) {
      Kind.valueOf(e.kind());
    }
  }
}
