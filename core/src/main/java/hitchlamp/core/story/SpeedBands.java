package hitchlamp.core.story;

import java.util.List;

/**
 * Hours in each band of road speed.
 *
 * @param kmh upper ends of the bands; the last band has none
 */
public record SpeedBands(List<Double> kmh, List<Double> hours) {}
