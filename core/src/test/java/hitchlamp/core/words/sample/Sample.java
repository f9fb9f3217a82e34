package hitchlamp.core.words.sample;

/** Stands where the words of the tests are. */
public final class Sample {
  private Sample() {}
}
