import "@fontsource-variable/inter";
import reference from "swagger-ui-dist/swagger-ui-es-bundle.js";
import "swagger-ui-dist/swagger-ui.css";
import "./reference.css";

// no validator: it would ask a server that isn't ours
reference({
  dom_id: "#reference",
  url: "/api/openapi.json",
  validatorUrl: null,
  deepLinking: true,
  docExpansion: "none",
  defaultModelsExpandDepth: 0,
});
