/** The simulated rest of a vessel on NMEA 2000; layouts from memory, encoders of its own. */
package hitchlamp.standin.nmea;
