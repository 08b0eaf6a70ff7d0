package neatroster.formats;

import java.util.List;
import java.util.Optional;

/** Every format there is. */
public final class BatchFormats {
  private static final List<BatchFormat> ALL =
      List.of(new PlainFormat(), new OneRosterFormat(), new ScimFormat(), new LdifFormat());

  private BatchFormats() {}

  /** The names of all formats. */
  public static List<String> names() {
    return ALL.stream().map(BatchFormat::name).toList();
  }

  /** The format of that name. */
  public static Optional<BatchFormat> named(String name) {
    return ALL.stream().filter(format -> format.name().equals(name)).findFirst();
  }
}
