package hitchlamp.standin.engine;

/** What lets fuel out of the rail that no cylinder gets. */
public final class RailWear {
  /** Lost at 150 MPa, whether it runs or stands, share of what a sound pump gives at 1,400 rpm. */
  public double leak;

  /** What working injectors return, relative to sound ones. */
  public double returned;

  /** Pressure at which the relief valve begins to open, Pa. */
  public double opens;

  /** Sound ones open above anything that is commanded, Pa. */
  static final double SOUND_OPENS = 290e6;

  public RailWear() {
    reset();
  }

  /** Back to sound ones. */
  public void reset() {
    leak = 0;
    returned = 1;
    opens = SOUND_OPENS;
  }
}
