package neatroster.core.model;

/** How a date such as 3/4/2027 is read where nothing in its column tells. */
public enum DateOrder {
  DAY_FIRST,
  MONTH_FIRST,
  /** Such dates are findings. */
  ASK
}
