package neatroster.work.settings;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/** One mapping of a YAML file, read key by key, with errors that name the line and column. */
final class YamlSection {
  /** No address, name or pattern that somebody means is longer. */
  private static final int LONGEST = 1000;

  private final String file;
  private final Map<String, NodeTuple> entries = new LinkedHashMap<>();
  private Node node;

  private YamlSection(String file) {
    this.file = file;
  }

  /** A section without keys. */
  static YamlSection empty(String file) {
    return new YamlSection(file);
  }

  /** The section that a node is. */
  static YamlSection of(String file, Node node) throws SettingsException {
    YamlSection section = new YamlSection(file);
    section.node = node;
    if (isNothing(node)) {
      return section;
    }
    if (!(node instanceof MappingNode mapping)) {
      throw section.error(node, "here stand keys with values, such as “dates: day-first”");
    }
    for (NodeTuple entry : mapping.getValue()) {
      if (!(entry.getKeyNode() instanceof ScalarNode key)) {
        throw section.error(entry.getKeyNode(), "a key is a word");
      }
      if (section.entries.put(key.getValue(), entry) != null) {
        throw section.error(key, Quoted.value(key.getValue()) + " stands here twice");
      }
    }
    return section;
  }

  /**
   * This section laid over another: what this one does not say, the other does. Sections within are
   * laid over each other too.
   */
  YamlSection over(YamlSection below) throws SettingsException {
    YamlSection both = new YamlSection(file);
    both.entries.putAll(below.entries);
    for (Map.Entry<String, NodeTuple> entry : entries.entrySet()) {
      NodeTuple under = below.entries.get(entry.getKey());
      NodeTuple mine = entry.getValue();
      if (under != null
          && mine.getValueNode() instanceof MappingNode
          && under.getValueNode() instanceof MappingNode node) {
        YamlSection within = section(entry.getKey()).over(below.section(entry.getKey()));
        mine =
            new NodeTuple(
                mine.getKeyNode(),
                new MappingNode(
                    node.getTag(), List.copyOf(within.entries.values()), node.getFlowStyle()));
      }
      both.entries.put(entry.getKey(), mine);
    }
    return both;
  }

  /** This section without some of its keys. */
  YamlSection without(String... keys) {
    YamlSection rest = new YamlSection(file);
    rest.entries.putAll(entries);
    for (String key : keys) {
      rest.entries.remove(key);
    }
    return rest;
  }

  private static boolean isNothing(Node node) {
    return node instanceof ScalarNode scalar
        && (scalar.getValue().isEmpty() || scalar.getValue().equals("~"));
  }

  /** Refuses keys that are not among these. */
  void only(List<String> known) throws SettingsException {
    for (NodeTuple entry : entries.values()) {
      ScalarNode key = (ScalarNode) entry.getKeyNode();
      if (!known.contains(key.getValue())) {
        throw error(key, "there is no setting " + Quoted.value(key.getValue()) + meant(key, known));
      }
    }
  }

  private static String meant(ScalarNode node, Iterable<String> known) {
    Optional<String> near = Nearest.word(node.getValue().toLowerCase(Locale.ROOT), known);
    return near.map(word -> "; is “" + word + "” meant?").orElse("");
  }

  /** The keys in their order. */
  Iterable<String> keys() {
    return entries.keySet();
  }

  /** The line of a key, from 1. */
  int line(String key) {
    return entries.get(key).getKeyNode().getStartMark().getLine() + 1;
  }

  /** The section below a key; an empty one where there is none. */
  YamlSection section(String key) throws SettingsException {
    NodeTuple entry = entries.get(key);
    return entry == null ? empty(file) : of(file, entry.getValueNode());
  }

  /** The sections that a key lists, each a mapping. */
  List<YamlSection> sections(String key) throws SettingsException {
    NodeTuple entry = entries.get(key);
    if (entry == null || isNothing(entry.getValueNode())) {
      return List.of();
    }
    if (!(entry.getValueNode() instanceof SequenceNode sequence)) {
      throw error(entry.getValueNode(), "here stands a list; begin each entry with a hyphen");
    }
    List<YamlSection> sections = new ArrayList<>();
    for (Node node : sequence.getValue()) {
      sections.add(of(file, node));
    }
    return sections;
  }

  /** Where an entry of a list begins, as messages name it. */
  String place() {
    return file + ", line " + (node.getStartMark().getLine() + 1);
  }

  /** An error in this section as a whole. */
  SettingsException error(String what) {
    return error(node, what);
  }

  /** Whether there is such a key. */
  boolean has(String key) {
    return entries.containsKey(key);
  }

  /** Whether the key's value is a section of its own. */
  boolean isSection(String key) {
    return entries.containsKey(key) && entries.get(key).getValueNode() instanceof MappingNode;
  }

  /** The text of a key, or another where the key is not there or blank. */
  String text(String key, String otherwise) throws SettingsException {
    NodeTuple entry = entries.get(key);
    if (entry == null || isNothing(entry.getValueNode())) {
      return otherwise;
    }
    return scalar(entry.getValueNode()).getValue();
  }

  /** The text of a key of so many characters at the most. */
  String text(String key, String otherwise, int longest) throws SettingsException {
    String text = text(key, otherwise);
    if (text.length() > longest) {
      throw error(
          key, "this has " + text.length() + " characters; " + longest + " are the most here");
    }
    return text;
  }

  private ScalarNode scalar(Node node) throws SettingsException {
    if (node instanceof ScalarNode scalar) {
      if (scalar.getValue().length() > LONGEST) {
        throw error(
            node,
            "this value has "
                + scalar.getValue().length()
                + " characters; "
                + LONGEST
                + " are the most");
      }
      return scalar;
    }
    throw error(node, "here stands a single value");
  }

  /** The value of a key that must be one of some words. */
  <T> T choice(String key, Map<String, T> choices, T otherwise) throws SettingsException {
    NodeTuple entry = entries.get(key);
    if (entry == null || isNothing(entry.getValueNode())) {
      return otherwise;
    }
    ScalarNode node = scalar(entry.getValueNode());
    T choice = choices.get(node.getValue());
    if (choice == null) {
      throw error(
          node,
          Quoted.value(node.getValue())
              + " is not one of "
              + String.join(", ", choices.keySet())
              + meant(node, choices.keySet()));
    }
    return choice;
  }

  /** Whether a key says yes. */
  boolean yes(String key, boolean otherwise) throws SettingsException {
    Map<String, Boolean> words = new LinkedHashMap<>();
    words.put("true", true);
    words.put("false", false);
    words.put("yes", true);
    words.put("no", false);
    return choice(key, words, otherwise);
  }

  /** A whole number within bounds. */
  int number(String key, int least, int most, int otherwise) throws SettingsException {
    String text = text(key, String.valueOf(otherwise));
    if (!text.matches("\\d{1,9}")
        || Integer.parseInt(text) < least
        || Integer.parseInt(text) > most) {
      throw error(key, "here stands a whole number from " + least + " to " + most);
    }
    return Integer.parseInt(text);
  }

  /** A list of words; a single word counts as a list of one. */
  List<String> list(String key, List<String> otherwise) throws SettingsException {
    NodeTuple entry = entries.get(key);
    if (entry == null) {
      return otherwise;
    }
    if (!(entry.getValueNode() instanceof SequenceNode sequence)) {
      return isNothing(entry.getValueNode())
          ? List.of()
          : List.of(scalar(entry.getValueNode()).getValue());
    }
    List<String> words = new ArrayList<>();
    for (Node word : sequence.getValue()) {
      words.add(scalar(word).getValue());
    }
    return words;
  }

  /** Rows of cells; a single text counts as a row of one. */
  List<List<String>> rows(String key) throws SettingsException {
    NodeTuple entry = entries.get(key);
    if (entry == null || isNothing(entry.getValueNode())) {
      return List.of();
    }
    if (!(entry.getValueNode() instanceof SequenceNode sequence)) {
      return List.of(List.of(scalar(entry.getValueNode()).getValue()));
    }
    List<List<String>> rows = new ArrayList<>();
    for (Node row : sequence.getValue()) {
      List<String> cells = new ArrayList<>();
      if (row instanceof SequenceNode list) {
        for (Node cell : list.getValue()) {
          cells.add(scalar(cell).getValue());
        }
      } else {
        cells.add(scalar(row).getValue());
      }
      rows.add(List.copyOf(cells));
    }
    return List.copyOf(rows);
  }

  /** Reads the text of a key by a function that may say what is wrong with it and where in it. */
  void verify(String key, Function<String, Optional<Fault>> judge) throws SettingsException {
    NodeTuple entry = entries.get(key);
    if (entry == null) {
      return;
    }
    ScalarNode node = scalar(entry.getValueNode());
    Optional<Fault> fault = judge.apply(node.getValue());
    if (fault.isPresent()) {
      int quote = node.getScalarStyle().getChar() == null ? 0 : 1;
      throw new SettingsException(
          place(
                  node.getStartMark().getLine(),
                  node.getStartMark().getColumn() + quote + fault.get().position() - 1)
              + fault.get().what());
    }
  }

  /**
   * What is wrong with a text.
   *
   * @param position where in it, from 1
   * @param what what is wrong
   */
  record Fault(int position, String what) {}

  /** An error at a key's value. */
  SettingsException error(String key, String what) {
    NodeTuple entry = entries.get(key);
    return error(entry.getValueNode(), what);
  }

  /** An error at a key itself, where the key is none of some words. */
  SettingsException unknownKey(String key, String what, Iterable<String> known) {
    ScalarNode node = (ScalarNode) entries.get(key).getKeyNode();
    return error(node, what + meant(node, known));
  }

  private SettingsException error(Node node, String what) {
    return new SettingsException(
        place(node.getStartMark().getLine(), node.getStartMark().getColumn()) + what);
  }

  private String place(int line, int column) {
    return file + ", line " + (line + 1) + ", column " + (column + 1) + ": ";
  }

  /** Words with what they mean, in the order in which an error lists them. */
  @SuppressWarnings("unchecked")
  static <T> Map<String, T> ordered(Object... keysAndValues) {
    Map<String, T> map = new LinkedHashMap<>();
    for (int i = 0; i < keysAndValues.length; i += 2) {
      map.put((String) keysAndValues[i], (T) keysAndValues[i + 1]);
    }
    return map;
  }
}
