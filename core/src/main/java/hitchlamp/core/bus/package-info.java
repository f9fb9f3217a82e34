/** Frames on a CAN bus, bus time, and the links over which they come and go. */
package hitchlamp.core.bus;
