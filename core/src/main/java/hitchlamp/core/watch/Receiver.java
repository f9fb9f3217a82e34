package hitchlamp.core.watch;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Turns messages and answers into samples of tracks. A track appears when it is first heard; at
 * most {@link #MOST_TRACKS} are known, what comes beyond is counted and left out.
 */
public final class Receiver {
  /** Tracks of one hook-up: bounds memory against a bus of nonsense. */
  public static final int MOST_TRACKS = 600;

  private final Pack pack;
  private final Map<Integer, List<Parameter>> byGroup = new HashMap<>();
  private final Map<Long, Track> known = new HashMap<>();
  private final Map<Integer, String> moduleAt = new HashMap<>();
  private final List<Track> tracks = new ArrayList<>();
  private final Map<String, Channel> byId = new HashMap<>();
  private long leftOut;

  /** Reads by a pack's parameters. */
  public Receiver(Pack pack) {
    this.pack = pack;
    for (int pgn : pack.groups()) {
      byGroup.put(pgn, pack.parametersIn(pgn));
    }
  }

  /** A module was seen at an address other than its usual one. */
  public void at(int address, String module) {
    moduleAt.put(address, module);
  }

  /** The sample of a message; empty where the pack knows nothing in it. */
  public Optional<Sample> heard(Message m) {
    List<Parameter> parameters = byGroup.get(m.pgn());
    if (parameters == null || parameters.isEmpty()) {
      return Optional.empty();
    }
    Track track = track(m, parameters);
    if (track == null) {
      leftOut++;
      return Optional.empty();
    }
    long[] raws = new long[parameters.size()];
    for (int i = 0; i < raws.length; i++) {
      raws[i] = parameters.get(i).raw(m);
    }
    return Optional.of(new Sample(track.number(), m.lastMicros(), raws));
  }

  private Track track(Message m, List<Parameter> parameters) {
    long key = (long) m.pgn() << 8 | m.source();
    Track found = known.get(key);
    if (found != null || tracks.size() >= MOST_TRACKS) {
      return found;
    }
    String module = moduleId(m.source());
    List<Channel> channels =
        parameters.stream()
            .map(
                p -> channel(p, module, String.valueOf(p.spn()), Channel.Source.BROADCAST, m.pgn()))
            .toList();
    return keep(key, module + "/pgn-" + m.pgn(), channels);
  }

  private String moduleId(int address) {
    String known = moduleAt.get(address);
    return known != null
        ? known
        : pack.moduleAt(address).map(ModuleKind::id).orElse("address " + address);
  }

  private Channel channel(
      Parameter p, String module, String key, Channel.Source source, int group) {
    ModuleKind kind = pack.modules().get(module);
    return new Channel(
        module + "/" + key,
        p.name(),
        p.spn(),
        module,
        kind == null ? module : kind.title(),
        pack.sideOf(module),
        source,
        group,
        Scale.of(p, pack.watch().words().getOrDefault(p.spn(), Map.of())));
  }

  private Track keep(long key, String id, List<Channel> channels) {
    Track track = new Track(tracks.size(), id, channels);
    tracks.add(track);
    known.put(key, track);
    channels.forEach(c -> byId.put(c.id(), c));
    return track;
  }

  /**
   * The track of an identifier that a module tells when asked; empty where the pack does not know
   * it or there are too many tracks.
   */
  public Optional<Track> identifier(String module, int address, int identifier) {
    Parameter p = pack.services().identifiers().get(identifier);
    if (p == null) {
      return Optional.empty();
    }
    long key = 1L << 40 | (long) identifier << 8 | address;
    Track found = known.get(key);
    if (found != null || tracks.size() >= MOST_TRACKS) {
      return Optional.ofNullable(found);
    }
    String name = String.format("x%04X", identifier);
    return Optional.of(
        keep(
            key,
            module + "/" + name,
            List.of(channel(p, module, name, Channel.Source.IDENTIFIER, identifier))));
  }

  /** All tracks, in the order of their numbers. */
  public List<Track> tracks() {
    return List.copyOf(tracks);
  }

  /** A track by its number. */
  public Track track(int number) {
    return tracks.get(number);
  }

  public int size() {
    return tracks.size();
  }

  /** A channel by its id; empty where it was not heard. */
  public Optional<Channel> channel(String id) {
    return Optional.ofNullable(byId.get(id));
  }

  /** Messages left out because there are too many tracks. */
  public long leftOut() {
    return leftOut;
  }
}
