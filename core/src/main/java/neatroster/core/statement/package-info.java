/**
 * What is said of the platform (exports, the platform itself, our deliveries), read one after the
 * other into its state.
 */
package neatroster.core.statement;
