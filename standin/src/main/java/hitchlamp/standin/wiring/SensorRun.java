package hitchlamp.standin.wiring;

import hitchlamp.standin.model.Sensor;

/**
 * A sensor and where its wires go. A pressure sensor has supply, return and signal at contacts 1, 2
 * and 3 of its plug, a thermistor signal and return at 1 and 2.
 *
 * @param plug its plug
 * @param signal contact at the module
 * @param supply contact at the module; empty for a thermistor
 * @param supplySplice splice of the supply; empty for a thermistor
 * @param back contact of the return at the module
 * @param backSplice splice of the return; empty where it has a wire of its own
 */
public record SensorRun(
    Sensor sensor,
    String plug,
    String signal,
    String supply,
    String supplySplice,
    String back,
    String backSplice) {
  boolean thermistor() {
    return sensor.kind() == Sensor.Kind.THERMISTOR;
  }

  String point(int contact) {
    return plug + "/" + contact;
  }

  String signalPoint() {
    return point(thermistor() ? 1 : 3);
  }

  String returnPoint() {
    return point(2);
  }
}
