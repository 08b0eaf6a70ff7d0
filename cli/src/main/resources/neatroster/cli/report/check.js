(function () {
  "use strict";
  var form = document.querySelector("form.filters");
  if (!form) return;
  var articles = Array.prototype.slice.call(document.querySelectorAll("article"));
  var output = form.querySelector("output");
  function apply() {
    var wanted = { severity: form.severity.value, rule: form.rule.value, sheet: form.sheet.value };
    var shown = 0;
    articles.forEach(function (article) {
      var fits = Object.keys(wanted).every(function (key) {
        return !wanted[key] || article.dataset[key] === wanted[key];
      });
      article.hidden = !fits;
      shown += fits ? 1 : 0;
    });
    document.querySelectorAll("section[data-sheet]").forEach(function (section) {
      section.hidden = !section.querySelector("article:not([hidden])");
    });
    document.querySelector(".nothing").hidden = shown > 0;
    output.textContent = shown === articles.length ? "" : shown + " of " + articles.length + " shown";
    var query = Object.keys(wanted).filter(function (key) { return wanted[key]; }).map(function (key) {
      return key + "=" + encodeURIComponent(wanted[key]);
    }).join("&");
    try { history.replaceState(null, "", query ? "#" + query : location.pathname); } catch (e) { /* from a file */ }
  }
  location.hash.slice(1).split("&").forEach(function (pair) {
    var at = pair.indexOf("=");
    var field = at > 0 && form.elements[pair.slice(0, at)];
    if (field) field.value = decodeURIComponent(pair.slice(at + 1));
  });
  form.addEventListener("change", apply);
  form.addEventListener("submit", function (event) { event.preventDefault(); });
  apply();
})();
