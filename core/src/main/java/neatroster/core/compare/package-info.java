/** What is asked for beside what the platform holds: policy, comparison, planned changes. */
package neatroster.core.compare;
