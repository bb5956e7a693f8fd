import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { Chain } from '../frame/chain';
import { jobs } from '../jobs/jobs';
import { openDemo } from './open-file';

/** Opens the demo project, making it first if it is not there. */
export default function DemoRoute() {
  const navigate = useNavigate();
  const begun = useRef(false);
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    if (!begun.current)
      void jobs.run('Reading the demo model', 'not read', openDemo).then((id) => {
        if (isHere.current) return navigate(id ? `/project/${id}/bench` : '/', { replace: true });
      });
    begun.current = true;
    return () => void (isHere.current = false);
  }, [navigate]);
  return (
    <div className="grid h-screen grid-rows-[44px_1fr]">
      <Chain />
      <main className="p-5 text-graphite">The demo is a small tide station with its sections, elevations and plans.</main>
    </div>
  );
}
