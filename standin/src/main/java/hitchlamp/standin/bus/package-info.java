/** The simulated bus: virtual time, arbitration, bit rate. */
package hitchlamp.standin.bus;
