package neatroster.core.check;

/** A rule whose findings are made where a sheet is read, or by another command. */
public interface NoticeRule extends Rule {}
