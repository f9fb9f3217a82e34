/**
 * Control modules: claims, requests, transports and broadcasts. Written apart from the tool's own
 * protocol code.
 */
package hitchlamp.standin.module;
