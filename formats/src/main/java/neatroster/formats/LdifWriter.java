package neatroster.formats;

import java.io.IOException;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.disk.NewFiles;
import neatroster.sheets.LdifPersonAttributes;

/** Tells a roster's changes as changes of a directory. */
final class LdifWriter implements BatchWriter {
  /** Fields that become an attribute as they are (RFC 2798, RFC 4519). */
  private static final Set<Field> SAID_OTHERWISE =
      EnumSet.of(
          Field.USERNAME,
          Field.FORMER_USERNAME,
          Field.SITE,
          Field.MANAGER,
          Field.MIDDLE_NAME,
          Field.SUFFIX,
          Field.FAMILY_NAME);

  private static final Map<Field, String> ATTRIBUTES = attributes();

  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  private final NewFiles files;
  private final BatchBackground background;
  private final String base;
  private final Map<Phase, LdifLines> open = new EnumMap<>(Phase.class);
  private final Map<Phase, Integer> rows = new EnumMap<>(Phase.class);
  private final Map<String, Integer> notCarried = new TreeMap<>();

  /** The sites of the users of this batch who are new or moved, by username. */
  private final Map<String, String> siteOf = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);

  /** Names of managers, written when every user is there. */
  private final Map<String, PlannedChange> managed = new LinkedHashMap<>();

  LdifWriter(NewFiles files, BatchBackground background) {
    this.files = files;
    this.background = background;
    base = background.ldifBase();
  }

  private static Map<Field, String> attributes() {
    Map<Field, String> attributes = new EnumMap<>(Field.class);
    LdifPersonAttributes.ATTRIBUTES.forEach(
        (header, attribute) -> attributes.put(Field.named(header).orElseThrow(), attribute));
    // These are said of everybody, whatever the list has.
    attributes.keySet().removeAll(SAID_OTHERWISE);
    return attributes;
  }

  private void miss(String what) {
    notCarried.merge(what, 1, Integer::sum);
  }

  private LdifLines file(Phase phase) throws IOException {
    LdifLines file = open.get(phase);
    if (file == null) {
      file = new LdifLines(files.create(fileName(phase)));
      open.put(phase, file);
    }
    rows.merge(phase, 1, Integer::sum);
    return file;
  }

  private static String fileName(Phase phase) {
    return phase.number() + "-" + phase.word() + ".ldif";
  }

  @Override
  public void row(PlannedChange change) throws IOException {
    switch (change.phase()) {
      case SITES -> site(change.value(Field.SITE));
      case USERS -> user(change);
      case REMOVALS -> {
        if (change.value(Field.USERNAME).isEmpty()) {
          miss(change.value(Field.GROUP).isEmpty() ? "course" : "group");
        } else {
          LdifLines out = file(Phase.REMOVALS);
          out.record(dn(change.value(Field.USERNAME), siteBefore(change)));
          out.line("changetype", "delete");
        }
      }
      default -> miss(change.phase().one());
    }
  }

  @Override
  public boolean carries(PlannedChange change) {
    return switch (change.phase()) {
      case SITES, USERS -> true;
      case REMOVALS -> !change.value(Field.USERNAME).isEmpty();
      default -> false;
    };
  }

  private void site(String path) throws IOException {
    LdifLines out = file(Phase.SITES);
    out.record(DistinguishedName.site(path, base));
    out.line("changetype", "add");
    out.line("objectClass", "organizationalUnit");
    out.line("ou", path.substring(path.lastIndexOf('/') + 1).strip());
  }

  private String dn(String username, String site) {
    return DistinguishedName.user(username, site, base);
  }

  /** Where the entry of somebody is before a change. */
  private String siteBefore(PlannedChange change) {
    String before = change.before().get(Field.SITE);
    String moved = siteOf.get(change.value(Field.USERNAME));
    if (moved != null) {
      return moved;
    }
    return before != null ? before : background.whole().user(change).getOrDefault(Field.SITE, "");
  }

  private void user(PlannedChange change) throws IOException {
    for (Field field : change.values().keySet()) {
      boolean isCarried = ATTRIBUTES.containsKey(field) || SAID_OTHERWISE.contains(field);
      if (!isCarried && field != Field.STATUS) {
        miss(field.label() + " of users");
      }
    }
    change.own().forEach((name, value) -> missOwn(name, value));
    if (change.value(Field.USERNAME).isEmpty()) {
      miss("user without a username");
      return;
    }
    switch (change.change()) {
      case CREATE -> create(change);
      case SUSPEND, RESTORE -> miss("user to " + change.change().word());
      default -> modify(change);
    }
  }

  private void missOwn(String name, String value) {
    if (!value.isEmpty()) {
      miss(name + " of users");
    }
  }

  private void create(PlannedChange change) throws IOException {
    String username = change.value(Field.USERNAME);
    String site = change.value(Field.SITE);
    siteOf.put(username, site);
    LdifLines out = file(Phase.USERS);
    out.record(dn(username, site));
    out.line("changetype", "add");
    out.line("objectClass", "inetOrgPerson");
    out.line("uid", username);
    out.line("cn", commonName(change.values(), username));
    out.line("sn", surname(change.values(), username));
    for (Map.Entry<Field, String> attribute : ATTRIBUTES.entrySet()) {
      String value = change.value(attribute.getKey());
      if (!value.isEmpty()) {
        out.line(attribute.getValue(), value);
      }
    }
    if (change.value(Field.STATUS).equals("suspended")) {
      miss("user to suspend");
    }
    if (!change.value(Field.MANAGER).isEmpty()) {
      managed.put(username, change);
    }
  }

  /** Moves an entry where its name or its site changes, then changes its attributes. */
  private void modify(PlannedChange change) throws IOException {
    String username = change.value(Field.USERNAME);
    String former = change.value(Field.FORMER_USERNAME);
    boolean isRenamed = change.change() == Change.RENAME && !former.isEmpty();
    boolean moves = change.before().containsKey(Field.SITE);
    String siteBefore = siteBefore(change);
    String site = moves ? cleared(change.value(Field.SITE)) : siteBefore;
    if (isRenamed || moves) {
      LdifLines out = file(Phase.USERS);
      out.record(dn(isRenamed ? former : username, siteBefore));
      out.line("changetype", "moddn");
      out.line("newrdn", DistinguishedName.rdn("uid", username));
      out.line("deleteoldrdn", "1");
      if (moves) {
        out.line("newsuperior", DistinguishedName.site(site, base));
      }
    }
    siteOf.put(username, site);
    Map<String, String> changed = new LinkedHashMap<>();
    for (Map.Entry<Field, String> attribute : ATTRIBUTES.entrySet()) {
      boolean isAsked =
          change.before().containsKey(attribute.getKey())
              || (attribute.getKey() == Field.PASSWORD && !change.value(Field.PASSWORD).isEmpty());
      if (isAsked) {
        changed.put(attribute.getValue(), cleared(change.value(attribute.getKey())));
      }
    }
    if (change.before().keySet().stream().anyMatch(NAMES::contains)) {
      Map<Field, String> whole = background.whole().user(change);
      changed.put("cn", commonName(whole, username));
      changed.put("sn", surname(whole, username));
    }
    if (!changed.isEmpty()) {
      LdifLines out = file(Phase.USERS);
      out.record(dn(username, site));
      out.line("changetype", "modify");
      for (Map.Entry<String, String> one : changed.entrySet()) {
        replace(out, one.getKey(), one.getValue());
      }
    }
    if (change.before().containsKey(Field.MANAGER)) {
      managed.put(username, change);
    }
  }

  /** Replaces an attribute; without a value it goes. */
  private static void replace(LdifLines out, String name, String value) throws IOException {
    out.line("replace", name);
    if (!value.isEmpty()) {
      out.line(name, value);
    }
    out.dash();
  }

  private static String cleared(String value) {
    return value.equals(Cleared.WORD) ? "" : value;
  }

  private static String commonName(Map<Field, String> values, String username) {
    StringBuilder name = new StringBuilder();
    for (Field field :
        List.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX)) {
      String part = cleared(values.getOrDefault(field, ""));
      if (!part.isEmpty()) {
        name.append(name.isEmpty() ? "" : " ").append(part);
      }
    }
    return name.isEmpty() ? username : name.toString();
  }

  /** A person has to have a surname there. */
  private static String surname(Map<Field, String> values, String username) {
    String family = cleared(values.getOrDefault(Field.FAMILY_NAME, ""));
    String given = cleared(values.getOrDefault(Field.GIVEN_NAME, ""));
    return !family.isEmpty() ? family : given.isEmpty() ? username : given;
  }

  @Override
  public void close() throws IOException {
    for (Map.Entry<String, PlannedChange> one : managed.entrySet()) {
      String manager = cleared(one.getValue().value(Field.MANAGER));
      LdifLines out = file(Phase.USERS);
      out.record(dn(one.getKey(), siteOf.get(one.getKey())));
      out.line("changetype", "modify");
      replace(out, "manager", manager.isEmpty() ? "" : dn(manager, siteOfManager(manager)));
    }
    for (LdifLines file : open.values()) {
      file.close();
    }
  }

  private String siteOfManager(String username) {
    String site = siteOf.get(username);
    return site != null
        ? site
        : background
            .whole()
            .user(new PlannedChange(Phase.USERS, Change.CHANGE, Map.of(Field.USERNAME, username)))
            .getOrDefault(Field.SITE, "");
  }

  @Override
  public List<WrittenFile> written() {
    return rows.entrySet().stream()
        .map(file -> new WrittenFile(fileName(file.getKey()), file.getKey(), file.getValue()))
        .toList();
  }

  @Override
  public Map<String, Integer> notCarried() {
    return notCarried;
  }
}
