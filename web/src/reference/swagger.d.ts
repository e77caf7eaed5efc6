declare module "swagger-ui-dist/swagger-ui-es-bundle.js" {
  export default function reference(options: Record<string, unknown>): void;
}
