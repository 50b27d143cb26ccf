import { Button } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask } from "../../api/client";
import type { CodeTold, ShownCode } from "../../api/types";
import { Dialog } from "../../ui/Dialog";
import { Qr } from "./Qr";

const LOOK_MS = 1500;

/** The code to scan, how long it is good, and who came by it. */
export function CodeDialog({ shown, onClose }: { shown: ShownCode; onClose: () => void }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(timer);
  }, []);
  const codes = useQuery({
    queryKey: ["codes"],
    queryFn: async () => (await ask<{ codes: CodeTold[] }>("GET", "/api/devices/codes")).data.codes,
    refetchInterval: LOOK_MS,
  });
  const mine = codes.data?.find((one) => one.id === shown.code.id);
  const left_s = Math.max(0, Math.floor((Date.parse(shown.code.ends_at) - now) / 1000));
  const used = Boolean(mine?.used_at);
  return (
    <Dialog title={`${shown.code.name} joins`} opened onClose={onClose} size={shown.certificate && !used ? 1040 : "md"}>
      {used ? (
        <p role="status" className="code-joined">
          <b>{shown.code.name} has joined.</b> Its days are on it; it says when it is ready without a connection.
        </p>
      ) : left_s === 0 ? (
        <p role="status">The code is over. Close this and show a new one.</p>
      ) : (
        <>
          {shown.reached ? null : (
            <p className="at-place caution">
              This address is reached from this machine alone. Phones come once the program is started with elm-cover
              serve --lan, or stands behind a proxy.
            </p>
          )}
          <div className="codes">
            {shown.certificate && shown.certificate_rows ? (
              <section>
                <h3>1 For the first time: trust this office</h3>
                <Qr rows={shown.certificate_rows} label="Code: the page with the certificate" />
                <p className="soft">{shown.certificate}</p>
                <p>A phone that trusts it already goes on with the other code.</p>
              </section>
            ) : null}
            <section>
              <h3>{shown.certificate ? "2 Join" : "Scan it with the phone"}</h3>
              <Qr rows={shown.rows} label="Code: join" />
              <p className="soft code-url">{shown.url}</p>
              <p role="timer">
                Works once, for {Math.floor(left_s / 60)}:{String(left_s % 60).padStart(2, "0")} more minutes.
              </p>
            </section>
          </div>
        </>
      )}
      <div className="account-row">
        <Button variant={used ? "filled" : "default"} onClick={onClose}>
          {used ? "Good" : left_s ? "Close, and end the code" : "Close"}
        </Button>
      </div>
    </Dialog>
  );
}
