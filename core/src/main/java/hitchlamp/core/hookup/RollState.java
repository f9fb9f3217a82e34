package hitchlamp.core.hookup;

import hitchlamp.core.fault.FaultRead;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Answer;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;

/**
 * What is known of each address of a bus so far; makes the {@link Roll} of it. Holds at most 254
 * modules.
 */
final class RollState {
  private final Pack pack;
  private final Set<Integer> unasked = new LinkedHashSet<>();
  private String whyUnasked = "";
  private final Map<Integer, Module> modules = new TreeMap<>();

  RollState(Pack pack) {
    this.pack = pack;
  }

  /** What is known of one address so far. */
  static final class Module {
    final int address;
    final Set<Name> names = new LinkedHashSet<>();
    final Map<Item, Item.Told> told = new EnumMap<>(Item.class);
    final Map<Item, FaultRead> reads = new EnumMap<>(Item.class);
    final Set<String> oddities = new LinkedHashSet<>();
    Identity identity = Identity.UNKNOWN;
    boolean answered;
    final Deque<Item> rest = new ArrayDeque<>();
    int silentInARow;
    boolean asked;
    final long first;
    OptionalLong done = OptionalLong.empty();

    Module(int address, long first) {
      this.address = address;
      this.first = first;
    }
  }

  /**
   * The module at an address, new where nobody was heard there before; empty for addresses no
   * module can have.
   */
  Optional<Module> at(int address, long micros) {
    return address > Address.GREATEST_UNICAST
        ? Optional.empty()
        : Optional.of(modules.computeIfAbsent(address, a -> new Module(a, micros)));
  }

  Optional<Module> find(int address) {
    return Optional.ofNullable(modules.get(address));
  }

  Collection<Module> all() {
    return List.copyOf(modules.values());
  }

  /** Somebody claimed an address. */
  Optional<Module> claimed(int address, Name name, long micros) {
    Optional<Module> found = at(address, micros);
    found.ifPresent(
        m -> {
          m.answered = true;
          m.names.add(name);
          if (m.names.size() > 1) {
            m.oddities.add(HookupWords.say("two-modules-claim-address-their-messages", address));
          }
        });
    return found;
  }

  /** A broadcast did not arrive whole. */
  void broke(BrokenTransfer t) {
    Module m = modules.get(t.source());
    if (m != null) {
      m.oddities.add(broken(t));
    }
  }

  /** A module could not be asked. */
  void unasked(int address, String why) {
    unasked.add(address);
    whyUnasked = why;
  }

  /** True where somebody could not be asked: the roll is not whole. */
  boolean anyUnasked() {
    return !unasked.isEmpty();
  }

  /** An item that was asked for ended. */
  void take(Module m, Item item, Answer answer) {
    if (!(answer instanceof Answer.Silent || answer instanceof Answer.NotAsked)) {
      m.answered = true;
    }
    if (item == null) {
      return;
    }
    Item.Told told;
    if (answer instanceof Answer.Given given) {
      told = read(m, item, given.message());
    } else if (answer instanceof Answer.Broken broken) {
      told = Item.Told.BROKEN;
      m.oddities.add(broken(broken.transfer()));
    } else if (answer instanceof Answer.NotSupported) {
      told = Item.Told.NOT_SUPPORTED;
    } else if (answer instanceof Answer.Denied) {
      told = Item.Told.DENIED;
    } else if (answer instanceof Answer.Busy) {
      told = Item.Told.BUSY;
    } else if (answer instanceof Answer.Silent) {
      told = Item.Told.SILENT;
    } else {
      return;
    }
    m.told.put(item, told);
  }

  /** Reads what a module sent for an item. */
  Item.Told read(Module m, Item item, Message message) {
    Optional<FaultRead> faults = FaultRead.of(message, key(m), conversion(m), pack);
    if (faults.isPresent()) {
      m.reads.put(item, faults.get());
      faults
          .get()
          .garbled()
          .ifPresent(g -> m.oddities.add(HookupWords.say("its-fault-list-does-not-fit", g)));
      return faults.get().garbled().isPresent() ? Item.Told.GARBLED : Item.Told.GIVEN;
    }
    var result = IdentityReader.add(m.identity, item, message);
    m.identity = result.identity();
    if (result.garbled() != null) {
      m.oddities.add("Garbled " + result.garbled() + ".");
      return Item.Told.GARBLED;
    }
    return Item.Told.GIVEN;
  }

  /** Everything that was asked of a module has ended. */
  void judge(Module m) {
    boolean nothing =
        !m.told.isEmpty() && m.told.values().stream().allMatch(t -> t == Item.Told.SILENT);
    if (nothing) {
      m.oddities.add(
          m.names.isEmpty()
              ? HookupWords.say("it-sends-on-the-bus-and")
              : HookupWords.say("it-claims-its-address-and-answers"));
    }
  }

  private static String broken(BrokenTransfer t) {
    String why =
        switch (t.reason()) {
          case LOST_PACKETS -> HookupWords.say("packets-were-lost");
          case TIMED_OUT -> HookupWords.say("it-fell-silent-before-its-answer");
          case ABORTED ->
              t.abort()
                  .map(a -> HookupWords.say("aborted-by", a.by(), HookupWords.say(reason(a))))
                  .orElseGet(() -> HookupWords.say("the-connection-was-aborted"));
          case REPLACED -> HookupWords.say("a-new-one-began-before-it");
          case BAD_ANNOUNCEMENT -> HookupWords.say("its-announcement-makes-no-sense");
          case CONTRADICTED -> HookupWords.say("its-packets-contradict-each-other");
          case TOO_MANY -> HookupWords.say("too-many-were-under-way-at");
        };
    return HookupWords.say("a-long-message-pgn-did-not", t.pgn(), why, t.packets(), t.expected());
  }

  private static String reason(BrokenTransfer.Abort abort) {
    return switch (abort.code()) {
      case 1 -> "abort-in-another";
      case 2 -> "abort-no-room";
      case 3 -> "abort-time-ran-out";
      case 4 -> "abort-clear-amid-packets";
      case 5 -> "abort-asked-too-often";
      case 6, 7, 8 -> "abort-wrong-packet";
      case 9 -> "abort-too-long";
      default -> "abort-no-reason";
    };
  }

  private String key(Module m) {
    return m.names.isEmpty() ? "address-" + m.address : m.names.iterator().next().toString();
  }

  Optional<ModuleKind> kind(Module m) {
    return m.names.isEmpty()
        ? pack.moduleAt(m.address)
        : m.names.stream().flatMap(n -> pack.module(n).stream()).findFirst();
  }

  private ConversionVersion conversion(Module m) {
    return kind(m).map(ModuleKind::conversion).orElse(ConversionVersion.AMBIGUOUS);
  }

  /**
   * The roll as it stands.
   *
   * @param waits true while silent modules may still answer
   */
  Roll build(boolean full, Roll.State state, long started, OptionalLong ended, boolean waits) {
    List<RollEntry> entries = new ArrayList<>();
    Set<String> present = new LinkedHashSet<>();
    for (Module m : modules.values()) {
      Optional<ModuleKind> kind = kind(m);
      kind.ifPresent(k -> present.add(k.id()));
      RollEntry.Presence presence =
          m.answered
              ? RollEntry.Presence.ANSWERS
              : unasked.contains(m.address)
                  ? RollEntry.Presence.NOT_ASKED
                  : RollEntry.Presence.SENDS_ONLY;
      String title =
          kind.map(ModuleKind::title)
              .orElseGet(
                  () ->
                      m.names.isEmpty()
                          ? HookupWords.say("module-at-address", m.address)
                          : Functions.title(m.names.iterator().next()));
      List<FaultRead> reads = List.copyOf(m.reads.values());
      entries.add(
          new RollEntry(
              key(m),
              title,
              kind.map(ModuleKind::id),
              m.address,
              m.names.stream().findFirst(),
              presence,
              kind.map(ModuleKind::expected).orElse(false),
              m.identity,
              reads,
              Map.copyOf(m.told),
              List.copyOf(m.oddities),
              List.of(),
              OptionalLong.of(m.first),
              m.done));
    }
    for (ModuleKind kind : pack.expected()) {
      if (!present.contains(kind.id())) {
        RollEntry.Presence presence =
            unasked.contains(kind.address())
                ? RollEntry.Presence.NOT_ASKED
                : waits ? RollEntry.Presence.WAITED_FOR : RollEntry.Presence.SILENT;
        entries.add(
            new RollEntry(
                kind.id(),
                kind.title(),
                Optional.of(kind.id()),
                kind.address(),
                Optional.empty(),
                presence,
                true,
                Identity.UNKNOWN,
                List.of(),
                Map.of(),
                List.of(),
                presence == RollEntry.Presence.SILENT ? checks(kind) : List.of(),
                OptionalLong.empty(),
                OptionalLong.empty()));
      }
    }
    entries.sort(
        Comparator.comparing((RollEntry e) -> e.firstMicros().isEmpty())
            .thenComparing(RollEntry::address));
    List<String> notes = new ArrayList<>(Roll.disagreements(entries));
    if (anyUnasked()) {
      notes.add(HookupWords.say("some-were-not-asked", unasked.size(), whyUnasked));
    }
    return new Roll(full, state, started, ended, List.copyOf(entries), List.copyOf(notes));
  }

  private static List<String> checks(ModuleKind kind) {
    return kind.checks().isEmpty()
        ? List.of(
            HookupWords.say("supply-at-its-plug-key-on"),
            HookupWords.say("its-ground"),
            HookupWords.say("its-fuse"),
            HookupWords.say("the-bus-stub-to-it-both"))
        : kind.checks();
  }
}
