/**
 * SAE J1939 on classical CAN: identifiers, names, requests, both transports, diagnostic messages.
 * What stands here of the standard is written from memory; the constants that the Linux kernel
 * header {@code linux/can/j1939.h} has too are compared with it in the tests.
 */
package hitchlamp.core.j1939;
