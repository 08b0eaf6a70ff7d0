package neatroster.core.check;

/** A rule whose findings are made where a sheet is read, or by another command. */
public non-sealed interface NoticeRule extends Rule {}
