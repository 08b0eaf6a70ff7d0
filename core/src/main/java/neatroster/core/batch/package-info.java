/** What is to be delivered: changes in phases, and the walk over a roster that makes them. */
package neatroster.core.batch;
