/** Tests that are judged: what they command, what they saw, and what it means. */
package hitchlamp.core.trial;
