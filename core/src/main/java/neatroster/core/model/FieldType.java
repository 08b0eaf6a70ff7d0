package neatroster.core.model;

/** What the values of a field are; each type has one judge. */
public enum FieldType {
  /** A day of the calendar, or where it begins or ends something, a length of time. */
  DATE,
  /** An email address. */
  EMAIL,
  /** A phone number. */
  PHONE,
  /** A country of ISO 3166-1. */
  COUNTRY,
  /** A language of BCP 47. */
  LANGUAGE,
  /** A time zone of IANA. */
  TIME_ZONE,
  /** A word for a role. */
  ROLE,
  /** A word for what has become of the row's subject. */
  STATUS,
  /** A whole number. */
  NUMBER,
  /** A yes, a no, or the day of the yes. */
  CONSENT,
  /** Several users. */
  LIST,
  /** Places within places, with slashes between them. */
  PATH,
  /** Letters, digits and signs that stand for somebody or something. */
  CODE,
  /** Somebody's name, or a part of it. */
  NAME,
  /** Any text. */
  TEXT,
  /** A password: every character counts. */
  PASSWORD
}
