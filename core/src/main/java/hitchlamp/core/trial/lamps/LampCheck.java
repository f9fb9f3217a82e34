package hitchlamp.core.trial.lamps;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.words.Said;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The key goes off and on, each lamp must light and go out. What the modules command is listened
 * to, what the eye sees is asked. Nothing is sent to the unit.
 */
public final class LampCheck implements TestKind<Pack, LampsSeen> {
  /** Short name of the kind. */
  public static final String ID = "lamps";

  /** What it was called before packs named it. */
  public static final String TITLE = LampsWords.say("lamp-check");

  /** Act: the key is off although the bus is not silent. */
  public static final String KEY_OFF = "key-off";

  /** Act: the key has just been turned on. */
  public static final String KEY_ON = "key-on";

  /** Act, with the id of a lamp and a {@link LampsSeen.Seen}: what the eye saw. */
  public static final String SEEN = "seen";

  /** Act: every lamp that is not answered yet lit and went out. */
  public static final String OTHERS_LIT = "others-lit";

  @Override
  public Head<LampsSeen> head() {
    return new Head<>(ID, 1, LampsSeen.class, Attended.LISTENING);
  }

  @Override
  public Pack read(TestSpec spec, Pack pack) {
    if (pack.lamps().isEmpty()) {
      throw spec.place().fault(LampsWords.say("the-pack-names-no-lamps"));
    }
    return pack;
  }

  @Override
  public boolean understands(Pack pack, Act act) {
    return switch (act.action()) {
      case KEY_OFF, KEY_ON, OTHERS_LIT -> act.arguments().isEmpty();
      case SEEN ->
          act.arguments().size() == 2
              && pack.lamps().containsKey(act.arguments().get(0))
              && seen(act).isPresent();
      default -> false;
    };
  }

  /** What an act about a lamp says was seen. */
  static Optional<LampsSeen.Seen> seen(Act act) {
    return Arrays.stream(LampsSeen.Seen.values())
        .filter(s -> s != LampsSeen.Seen.NOT_ASKED && s.name().equals(act.arguments().get(1)))
        .findFirst();
  }

  @Override
  public Script<LampsSeen> script(Pack pack) {
    return new LampScript(pack);
  }

  @Override
  public boolean saw(LampsSeen seen) {
    return seen.lamps().stream().anyMatch(l -> l.seen() != LampsSeen.Seen.NOT_ASKED);
  }

  @Override
  public Judgement judge(Pack pack, LampsSeen seen) {
    List<Judgement.Part> lamps = seen.lamps().stream().map(LampVerdict::of).toList();
    List<Judgement.Part> failed = having(lamps, Verdict.FAIL);
    List<Judgement.Part> open = having(lamps, Verdict.CANNOT_TELL);
    List<Judgement.Part> told = failed.isEmpty() ? open : failed;
    Verdict verdict =
        !failed.isEmpty() ? Verdict.FAIL : open.isEmpty() ? Verdict.PASS : Verdict.CANNOT_TELL;
    String head =
        LampsWords.say("so-many-pass", having(lamps, Verdict.PASS).size(), seen.lamps().size());
    return new Judgement(
        verdict,
        new Said(
            head
                + told.stream()
                    .map(p -> " " + LampsWords.say("of-one", p.title(), p.says()))
                    .reduce("", String::concat)),
        List.of(),
        told.isEmpty()
            ? LampsWords.said("go-on-with-the-faults")
            : new Said(told.get(0).next().text()),
        lamps);
  }

  private static List<Judgement.Part> having(List<Judgement.Part> lamps, Verdict verdict) {
    return lamps.stream().filter(p -> p.verdict() == verdict).toList();
  }
}
