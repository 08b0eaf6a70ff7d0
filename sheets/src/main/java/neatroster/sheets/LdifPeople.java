package neatroster.sheets;

import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.RDN;
import com.unboundid.ldif.LDIFAddChangeRecord;
import com.unboundid.ldif.LDIFChangeRecord;
import com.unboundid.ldif.LDIFDeleteChangeRecord;
import com.unboundid.ldif.LDIFException;
import com.unboundid.ldif.LDIFModifyChangeRecord;
import com.unboundid.ldif.LDIFModifyDNChangeRecord;
import com.unboundid.ldif.LDIFReader;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.text.PackedCells;

/**
 * The people whom LDIF (RFC 2849) describes, as {@code inetOrgPerson} (RFC 2798): entries as they
 * are, or adds, modifies, moves and deletes. What several records say of one person is put
 * together.
 */
final class LdifPeople {
  private static final List<String> ORDER =
      List.of(
          "id",
          "username",
          "former username",
          "given name",
          "middle name",
          "family name",
          "suffix",
          "preferred name",
          "email",
          "phone",
          "grade",
          "site",
          "manager",
          "language",
          "city",
          "password",
          "role",
          "status");

  /** Units that hold everybody, and are no sites. */
  private static final Set<String> CONTAINERS =
      Set.of("people", "users", "persons", "accounts", "members", "staff and students");

  /** What a search for entries says of itself below them. */
  private static final Pattern OF_A_SEARCH =
      Pattern.compile("(?:search|result|ref): ", Pattern.CASE_INSENSITIVE);

  /** What our sheets say of a value that goes. */
  private static final String CLEARED = "(none)";

  private static final int LONGEST_RECORD = 100_000;

  /** Somebody's entry: the values that it has, in {@link #ORDER}. */
  static final class Entry {
    private final int line;
    private final byte[] cells;

    private Entry(int line, byte[] cells) {
      this.line = line;
      this.cells = cells;
    }

    /** The number of the line at which it begins, from 1. */
    int line() {
      return line;
    }
  }

  private final Map<String, Entry> entries = new LinkedHashMap<>();
  private final Set<String> headers = new LinkedHashSet<>();
  private final Set<String> units = new LinkedHashSet<>();

  private LdifPeople() {}

  /** Reads a file. */
  static LdifPeople read(Path file) throws UnreadableSheetException, IOException {
    LdifPeople people = new LdifPeople();
    try (BufferedReader lines = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      List<String> record = new ArrayList<>();
      int number = 0;
      int first = 1;
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        number++;
        if (number == 1) {
          line = line.replaceFirst("^\uFEFF", "");
        }
        if (line.isEmpty()) {
          people.record(record, first);
          record.clear();
        } else if (!line.startsWith("#")) {
          first = record.isEmpty() ? number : first;
          record.add(line);
          if (record.size() > LONGEST_RECORD) {
            throw new UnreadableSheetException(number, "an entry has no end");
          }
        }
      }
      people.record(record, first);
    } catch (CharacterCodingException e) {
      throw new UnreadableSheetException(0, "it is no text in UTF-8, which LDIF is written in");
    }
    people.sites();
    return people;
  }

  private void record(List<String> lines, int first) throws UnreadableSheetException {
    List<String> record = new ArrayList<>(lines);

    if (!record.isEmpty() && record.get(0).toLowerCase(Locale.ROOT).startsWith("version:")) {
      record.remove(0);
    }
    if (record.isEmpty() || OF_A_SEARCH.matcher(record.get(0)).lookingAt()) {
      return;
    }
    try {
      String[] texts = record.toArray(String[]::new);
      boolean isChange =
          record.stream().anyMatch(line -> line.toLowerCase(Locale.ROOT).startsWith("changetype:"));
      if (isChange) {
        change(LDIFReader.decodeChangeRecord(texts), first);
      } else {
        entry(LDIFReader.decodeEntry(texts), first);
      }
    } catch (LDIFException | LDAPException e) {
      throw new UnreadableSheetException(
          first, "the entry that begins here is not written as LDIF is (RFC 2849)");
    }
  }

  private void change(LDIFChangeRecord change, int line) throws LDAPException {
    if (change instanceof LDIFAddChangeRecord add) {
      entry(add.getEntryToAdd(), line);
    } else if (change instanceof LDIFDeleteChangeRecord && isPerson(change.getParsedDN())) {
      put(change.getParsedDN(), line, Map.of("status", "removed"));
    } else if (change instanceof LDIFModifyChangeRecord modify && isPerson(change.getParsedDN())) {
      put(change.getParsedDN(), line, values(modify));
    } else if (change instanceof LDIFModifyDNChangeRecord move && isPerson(change.getParsedDN())) {
      move(move, line);
    }
  }

  private static boolean isPerson(DN dn) {
    return dn.getRDN() != null && dn.getRDN().hasAttribute("uid");
  }

  private void entry(com.unboundid.ldap.sdk.Entry entry, int line) throws LDAPException {
    if (!entry.hasAttribute("uid")
        && !entry.hasObjectClass("person")
        && !entry.hasObjectClass("inetOrgPerson")) {
      return;
    }
    Map<String, String> values = new HashMap<>();
    LdifPersonAttributes.ATTRIBUTES.forEach(
        (field, attribute) -> {
          String value = entry.getAttributeValue(attribute);
          if (value != null) {
            values.put(field, value);
          }
        });
    names(values, entry.getAttributeValue("cn"));
    String manager = entry.getAttributeValue("manager");
    if (manager != null) {
      values.put("manager", uid(new DN(manager)));
    }
    put(entry.getParsedDN(), line, values);
  }

  /** Middle names and suffixes stand in the whole name alone; a surname has to be there always. */
  private static void names(Map<String, String> values, String whole) {
    String given = values.getOrDefault("given name", "");
    String family = values.getOrDefault("family name", "");
    if (whole == null) {
      return;
    }
    if (family.equals(whole) && (family.equals(given) || family.equals(values.get("username")))) {
      values.remove("family name");
      return;
    }
    int end = whole.length() - family.length();
    int start = given.isEmpty() ? 0 : given.length() + 1;
    int at = whole.indexOf(family, Math.min(start, whole.length()));
    if (!given.isEmpty() && whole.startsWith(given + " ") && at >= start && end >= start) {
      put(values, "middle name", whole.substring(start, at));
      put(values, "suffix", whole.substring(at + family.length()));
    }
  }

  private static void put(Map<String, String> values, String field, String value) {
    if (!value.isBlank()) {
      values.put(field, value.strip());
    }
  }

  private static Map<String, String> values(LDIFModifyChangeRecord modify) throws LDAPException {
    Map<String, String> values = new HashMap<>();
    for (Modification one : modify.getModifications()) {
      String name = one.getAttributeName();
      String[] said = one.getValues();
      String value = said.length == 0 ? CLEARED : said[0];
      LdifPersonAttributes.ATTRIBUTES.forEach(
          (field, attribute) -> {
            if (attribute.equalsIgnoreCase(name)) {
              values.put(field, value);
            }
          });
      if (name.equalsIgnoreCase("manager")) {
        values.put("manager", said.length == 0 ? value : uid(new DN(value)));
      }
    }
    return values;
  }

  private void move(LDIFModifyDNChangeRecord move, int line) throws LDAPException {
    DN before = move.getParsedDN();
    DN after = move.getNewDN();
    Entry earlier = entries.remove(key(before));
    Map<String, String> values = new HashMap<>(earlier == null ? Map.of() : values(earlier));
    if (!uid(before).equalsIgnoreCase(uid(after))) {
      values.put("former username", uid(before));
    }
    put(after, earlier == null ? line : earlier.line, values);
  }

  private void put(DN dn, int line, Map<String, String> said) {
    Entry earlier = entries.get(key(dn));
    Map<String, String> values = new HashMap<>(earlier == null ? Map.of() : values(earlier));
    values.putAll(said);
    String uid = uid(dn);
    values.put("username", uid.isEmpty() ? values.getOrDefault("username", "") : uid);
    String unit = unit(dn);
    units.add(unit);
    values.put("site", unit);
    List<String> cells = new ArrayList<>();
    for (String field : ORDER) {
      String value = values.getOrDefault(field, "");
      cells.add(value);
      if (!value.isEmpty()) {
        headers.add(field);
      }
    }
    entries.put(key(dn), new Entry(earlier == null ? line : earlier.line, PackedCells.of(cells)));
  }

  private static String key(DN dn) {
    return dn.toNormalizedString();
  }

  private static String uid(DN dn) {
    return value(dn.getRDN(), "uid");
  }

  private static String value(RDN rdn, String attribute) {
    if (rdn != null) {
      String[] names = rdn.getAttributeNames();
      for (int i = 0; i < names.length; i++) {
        if (names[i].equalsIgnoreCase(attribute)) {
          return rdn.getAttributeValues()[i];
        }
      }
    }
    return "";
  }

  /** The units that an entry is in, as a path. */
  private static String unit(DN dn) {
    RDN[] parts = dn.getRDNs();
    List<String> path = new ArrayList<>();
    for (int i = 1; i < parts.length; i++) {
      String unit = value(parts[i], "ou");
      if (unit.isEmpty()) {
        break;
      }
      path.add(0, unit);
    }
    return String.join("/", path);
  }

  /** Takes from the paths of units the ones that everybody is in. */
  private void sites() {
    String above = "";
    for (String unit : units) {
      String top = unit.contains("/") ? unit.substring(0, unit.indexOf('/')) : unit;
      if (CONTAINERS.contains(top.toLowerCase(Locale.ROOT))) {
        above = top;
      }
    }
    String container = above;
    if (container.isEmpty()
        || !units.stream().allMatch(u -> u.equals(container) || u.startsWith(container + "/"))) {
      return;
    }
    boolean[] has = {false};
    entries.replaceAll(
        (dn, entry) -> {
          Map<String, String> values = values(entry);
          String site = values.getOrDefault("site", "");
          String below =
              site.length() > container.length() ? site.substring(container.length() + 1) : "";
          values.put("site", below);
          has[0] |= !below.isEmpty();
          return new Entry(
              entry.line,
              PackedCells.of(ORDER.stream().map(f -> values.getOrDefault(f, "")).toList()));
        });
    if (!has[0]) {
      headers.remove("site");
    }
  }

  boolean isEmpty() {
    return entries.isEmpty();
  }

  Collection<Entry> entries() {
    return entries.values();
  }

  /** The fields that anybody has, in our order. */
  List<String> headers() {
    return ORDER.stream().filter(headers::contains).toList();
  }

  /** What an entry says, by field. */
  Map<String, String> values(Entry entry) {
    List<String> cells = PackedCells.cells(entry.cells);
    Map<String, String> values = new HashMap<>();
    for (int i = 0; i < ORDER.size(); i++) {
      if (!cells.get(i).isEmpty()) {
        values.put(ORDER.get(i), cells.get(i));
      }
    }
    return values;
  }
}
