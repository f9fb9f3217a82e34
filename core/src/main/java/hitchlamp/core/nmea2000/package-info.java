/** NMEA 2000: the rest of a vessel, heard and never spoken to. */
package hitchlamp.core.nmea2000;
