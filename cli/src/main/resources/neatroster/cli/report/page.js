(function () {
  "use strict";
  var form = document.querySelector("form.filters");
  if (!form) return;
  var items = Array.prototype.slice.call(document.querySelectorAll("article, tr.item"));
  var selects = Array.prototype.slice.call(form.querySelectorAll("select"));
  var search = form.querySelector("input[type=search]");
  var output = form.querySelector("output");
  function apply() {
    var text = search ? search.value.trim().toLowerCase() : "";
    var shown = 0;
    items.forEach(function (item) {
      var fits = selects.every(function (select) {
        return !select.value || item.dataset[select.name] === select.value;
      }) && (!text || item.textContent.toLowerCase().indexOf(text) >= 0);
      item.hidden = !fits;
      shown += fits ? 1 : 0;
    });
    document.querySelectorAll("section.filtered").forEach(function (section) {
      section.hidden = !section.querySelector("article:not([hidden]), tr.item:not([hidden])");
    });
    document.querySelector(".nothing").hidden = shown > 0;
    output.textContent = shown === items.length ? "" : shown + " of " + items.length + " shown";
    var fields = search ? selects.concat([search]) : selects;
    var query = fields.filter(function (field) { return field.value; }).map(function (field) {
      return field.name + "=" + encodeURIComponent(field.value);
    }).join("&");
    try { history.replaceState(null, "", query ? "#" + query : location.pathname); } catch (e) { /* from a file */ }
  }
  location.hash.slice(1).split("&").forEach(function (pair) {
    var at = pair.indexOf("=");
    var field = at > 0 && form.elements[pair.slice(0, at)];
    if (field) field.value = decodeURIComponent(pair.slice(at + 1));
  });
  form.addEventListener("input", apply);
  form.addEventListener("submit", function (event) { event.preventDefault(); });
  apply();
})();
