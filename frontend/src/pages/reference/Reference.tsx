import { Loader, Table } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { ask } from "../../api/client";
import { at } from "../../site/base";
import "./reference.css";

interface Schema {
  $ref?: string;
  type?: string | string[];
  title?: string;
  description?: string;
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  items?: Schema;
  prefixItems?: Schema[];
  properties?: Record<string, Schema>;
  additionalProperties?: Schema | boolean;
  required?: string[];
  default?: unknown;
  [limit: string]: unknown;
}
interface Operation {
  summary?: string;
  tags?: string[];
  parameters?: { name: string; in: string; required?: boolean; schema?: Schema; description?: string }[];
  requestBody?: { content?: Record<string, { schema?: Schema }> };
  responses?: Record<string, { description?: string; content?: Record<string, { schema?: Schema }> }>;
}
interface Document {
  info: { title: string; version: string };
  paths: Record<string, Record<string, Operation>>;
  components?: { schemas?: Record<string, Schema> };
}

const LIMITS: Record<string, string> = {
  minimum: "≥",
  maximum: "≤",
  exclusiveMinimum: ">",
  exclusiveMaximum: "<",
  minLength: "characters ≥",
  maxLength: "characters ≤",
  minItems: "items ≥",
  maxItems: "items ≤",
};
const nameOf = (ref: string) => ref.split("/").at(-1) ?? ref;

/** What other programs can ask of this one, read from its own OpenAPI document. */
export function Reference() {
  const { data, error } = useQuery({
    queryKey: ["openapi"],
    queryFn: async () => (await ask<Document>("GET", "/api/openapi.json")).data,
  });
  if (error)
    return (
      <main className="plain">
        <p>The document could not be read: {error.message}</p>
      </main>
    );
  if (!data)
    return (
      <main className="plain">
        <Loader aria-label="Reading" />
      </main>
    );
  const schemas = Object.entries(data.components?.schemas ?? {});
  return (
    <main className="reference">
      <p>
        <Link to="/">To the shelf of jobs</Link> · <a href={at("/api/openapi.json")}>the document itself, JSON</a>
      </p>
      <h1>
        {data.info.title} {data.info.version}: requests and answers
      </h1>
      <nav aria-label="Requests">
        <ul>
          {Object.entries(data.paths).flatMap(([path, methods]) =>
            Object.entries(methods).map(([method, operation]) => (
              <li key={method + path}>
                <a href={`#${method}${path}`}>
                  <code>
                    {method.toUpperCase()} {path}
                  </code>
                </a>{" "}
                {operation.summary}
              </li>
            )),
          )}
        </ul>
      </nav>
      {Object.entries(data.paths).flatMap(([path, methods]) =>
        Object.entries(methods).map(([method, operation]) => (
          <section key={method + path} id={`${method}${path}`}>
            <h2>
              <code>
                {method.toUpperCase()} {path}
              </code>
            </h2>
            <p>{operation.summary}</p>
            {operation.parameters?.length ? (
              <>
                <h3>Asked with</h3>
                <ul>
                  {operation.parameters.map((p) => (
                    <li key={p.in + p.name}>
                      <code>{p.name}</code> in the {p.in}
                      {p.required ? ", required" : ""}: <Kind schema={p.schema ?? {}} /> {p.description}
                    </li>
                  ))}
                </ul>
              </>
            ) : null}
            {operation.requestBody ? (
              <>
                <h3>Body</h3>
                <Bodies content={operation.requestBody.content} />
              </>
            ) : null}
            <h3>Answers</h3>
            <ul>
              {Object.entries(operation.responses ?? {}).map(([status, response]) => (
                <li key={status}>
                  <b>{status}</b> {response.description}
                  <Bodies content={response.content} />
                </li>
              ))}
            </ul>
          </section>
        )),
      )}
      <h2 id="shapes">Shapes</h2>
      {schemas.map(([name, schema]) => (
        <section key={name} id={`shape-${name}`}>
          <h3>{name}</h3>
          {schema.description ? <p className="about-shape">{schema.description}</p> : null}
          {schema.properties ? (
            <Table aria-label={name}>
              <Table.Tbody>
                {Object.entries(schema.properties).map(([field, inner]) => (
                  <Table.Tr key={field}>
                    <Table.Th scope="row">
                      <code>{field}</code>
                      {schema.required?.includes(field) ? " *" : ""}
                    </Table.Th>
                    <Table.Td>
                      <Kind schema={inner} /> {inner.description}
                    </Table.Td>
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </Table>
          ) : (
            <p>
              <Kind schema={schema} />
            </p>
          )}
        </section>
      ))}
    </main>
  );
}

function Bodies({ content }: { content?: Record<string, { schema?: Schema }> }) {
  return Object.entries(content ?? {}).map(([type, { schema }]) => (
    <span key={type} className="body-kind">
      {" "}
      {type} <Kind schema={schema ?? {}} />
    </span>
  ));
}

/** A schema in few words: what it is, and within which limits. */
function Kind({ schema }: { schema: Schema }) {
  if (schema.$ref)
    return (
      <a href={`#shape-${nameOf(schema.$ref)}`}>
        <code>{nameOf(schema.$ref)}</code>
      </a>
    );
  if (schema.enum) return <span>one of {schema.enum.map(String).join(", ")}</span>;
  if (schema.const !== undefined) return <span>{String(schema.const)}</span>;
  if (schema.anyOf)
    return (
      <span>
        {schema.anyOf.map((option, i) => (
          <span key={JSON.stringify(option)}>
            {i ? " or " : ""}
            <Kind schema={option} />
          </span>
        ))}
      </span>
    );
  const limits = Object.entries(LIMITS)
    .filter(([key]) => schema[key] !== undefined)
    .map(([key, words]) => `${words} ${schema[key]}`);
  const many = schema.items ?? schema.prefixItems?.[0];
  return (
    <span>
      {Array.isArray(schema.type) ? schema.type.join(" or ") : (schema.type ?? "anything")}
      {many ? (
        <>
          {" of "}
          <Kind schema={many} />
        </>
      ) : null}
      {typeof schema.additionalProperties === "object" ? (
        <>
          {" of "}
          <Kind schema={schema.additionalProperties} />
        </>
      ) : null}
      {limits.length ? ` (${limits.join(", ")})` : ""}
    </span>
  );
}
