/**
 * Serves simulated units: frames over TCP in the text protocol of the CAN daemon, the cab over
 * HTTP.
 */
package hitchlamp.standin.serve;
