import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { Chain } from '../ui/chain';
import { Working } from '../ui/working';
import { openDemo } from './open-file';

/** Opens the demo project, making it first if it is not there. */
export default function DemoRoute() {
  const navigate = useNavigate();
  const [share, setShare] = useState(0);
  const [fault, setFault] = useState<string | null>(null);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    openDemo({ signal: new AbortController().signal, progress: setShare })
      .then((id) => navigate(`/project/${id}/bench`, { replace: true }))
      .catch((error: Error) => setFault(error.message));
  }, [navigate]);
  return (
    <div className="grid h-screen grid-rows-[44px_1fr]">
      <Chain />
      <main className="p-5">{fault ? <p role="alert">{fault}</p> : <Working label="Reading the demo model" share={share} />}</main>
    </div>
  );
}
