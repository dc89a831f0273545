import { keepPreviousData, useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useDeferredValue, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { api, inWords, type LibraryOrder, Refused } from "../../../api/client";
import { keys, touch } from "../../../api/keys";
import { Wrong } from "../../../kit/FormLine";
import { More } from "../../../kit/More";
import { type SaidBack, SaidLine } from "../../../kit/SaidLine";
import { useHouse } from "../../../shell/HouseContext";
import { Plates } from "../../../shell/Plates";
import { useKeys } from "../../../shell/useKeys";
import { plural } from "../../../words/format";
import { BringIn } from "./BringIn";
import { Chosen } from "./Chosen";
import { LibraryTable } from "./LibraryTable";
import { WhichFormulas } from "./WhichFormulas";
import "./library.css";

const examples = ["slump > 40", "no nuts", "keeps > 12", "under 1", "no fix"];

/** Every formula, found by what it is called, made of and able to do. */
export function LibraryPage() {
  const { house } = useHouse();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [address, setAddress] = useSearchParams();
  const [chosen, setChosen] = useState<readonly number[]>([]);
  const [bringing, setBringing] = useState(false);
  const [said, setSaid] = useState<SaidBack>({ words: "" });
  const field = useRef<HTMLDivElement>(null);
  const find = address.get("find") ?? "";
  const order = (address.get("order") ?? "changed") as LibraryOrder;
  const archived = address.has("archived");
  const search = useDeferredValue(find.trim());
  const query = { search, order, archived };
  const pages = useInfiniteQuery({
    queryKey: keys.library(query),
    queryFn: ({ pageParam, signal }) => api.library({ ...query, skip: String(pageParam) }, signal),
    initialPageParam: 0,
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: keepPreviousData,
    retry: (_, error) => !(error instanceof Refused),
  });
  // A search that is refused leaves what was found before.
  const last = useRef(pages.data);
  last.current = pages.data ?? last.current;
  const first = last.current?.pages[0];
  const rows = last.current?.pages.flatMap((page) => page.items) ?? [];
  const put = (name: string, value: string | null) =>
    setAddress(
      (now) => {
        if (value) now.set(name, value);
        else now.delete(name);
        return now;
      },
      { replace: true },
    );
  useKeys(
    { f: (event) => (event.preventDefault(), field.current?.querySelector("input")?.focus()) },
    house.house.preferences.singleKeys && !bringing,
  );
  const here = chosen.filter((id) => rows.some((row) => row.id === id));

  const archive = async (put: boolean, ids: readonly number[]) => {
    try {
      for (const id of ids) await api.archiveFormula(id, put);
      await touch(queries, "formula");
      setChosen([]);
      setSaid({
        words: `${ids.length} ${plural("formula", ids.length)} ${put ? "archived" : "back on the bench"}.`,
        undo: () => void archive(!put, ids),
      });
    } catch (refused) {
      setSaid({ words: inWords(refused) });
    }
  };
  const tag = async (add: string[], remove: string[], ids: readonly number[]) => {
    await api.tagFormulas([...ids], add, remove);
    await touch(queries, "formula");
    setSaid({
      words: `${ids.length} ${plural("formula", ids.length)} ${add.length > 0 ? `tagged ${add.join(", ")}` : `no longer tagged ${remove.join(", ")}`}.`,
      undo: () => void tag(remove, add, ids).catch((refused: unknown) => setSaid({ words: inWords(refused) })),
    });
  };

  return (
    <Plates
      name="Bench"
      page="Formulas"
      title={
        <>
          <h1 className="title">Formulas</h1>
          <p className="facts">
            {first ? `${first.total} ${search ? "found" : archived ? "archived" : "on the bench"}` : ""}
          </p>
          <div className="acts">
            <Button onClick={() => setBringing(true)}>Bring in a file…</Button>
            <Button type="primary" onClick={() => navigate("/bench/new")}>
              Start a formula
            </Button>
          </div>
        </>
      }
    >
      <div className="library scrolls">
        <div className="library-find" ref={field}>
          <Input
            aria-label="Find formulas"
            aria-describedby="library-understood"
            aria-invalid={pages.error instanceof Refused}
            placeholder={`A name, a material, a tag; slump > 40, no nuts, under ${house.house.workshop.currency}1`}
            allowClear
            value={find}
            onChange={(event) => put("find", event.target.value)}
          />
          <WhichFormulas archived={archived} onPick={(away) => put("archived", away ? "1" : null)} />
        </div>
        {pages.error && <Wrong>{inWords(pages.error)}</Wrong>}
        <p className="library-hints" id="library-understood">
          {first && search && first.understood.length > 0 ? (
            <>Found by: {first.understood.join(" · ")}.</>
          ) : (
            <>
              Such as{" "}
              {[...examples, ...(first?.tags ?? []).slice(0, 6).map((tag) => `#${tag}`)].map((one) => (
                <button
                  key={one}
                  type="button"
                  className="link"
                  onClick={() => put("find", [find.trim(), one].join(" ").trim())}
                >
                  {one}
                </button>
              ))}
            </>
          )}
        </p>
        {here.length > 0 && (
          <Chosen
            rows={rows.filter((row) => here.includes(row.id))}
            archived={archived}
            onArchive={() => void archive(!archived, here)}
            onTag={(add, remove) => tag(add, remove, here)}
            onNone={() => setChosen([])}
          />
        )}
        <LibraryTable
          rows={rows}
          order={order}
          chosen={here}
          onOrder={(by) => put("order", by === "changed" ? null : by)}
          onChoose={setChosen}
        />
        {first?.total === 0 && <p className="quiet">{nothing(search, archived)}</p>}
        <More more={pages.hasNextPage ? () => void pages.fetchNextPage() : null} busy={pages.isFetchingNextPage} />
      </div>
      <SaidLine said={said} />
      {bringing && (
        <BringIn
          onClose={() => setBringing(false)}
          onTaken={(words) => {
            setBringing(false);
            setSaid({ words });
            void touch(queries, "formula");
          }}
        />
      )}
    </Plates>
  );
}

const nothing = (search: string, archived: boolean) =>
  search
    ? `Nothing is found by “${search.slice(0, 60)}”. Take a part of it away.`
    : archived
      ? "No formula is archived."
      : "No formula yet. Start one; the rest follows.";
