/** What tests, checks and findings come to: one vocabulary of outcomes for all of them. */
package hitchlamp.core.judge;
