import { index, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('shelf/shelf-route.tsx'),
  route('demo', 'shelf/demo-route.tsx'),
  route('project/:project', 'project/project-route.tsx', [
    index('project/to-bench.tsx'),
    route('model', 'model-view/model-route.tsx'),
    route('bench/:sight?', 'bench/bench-route.tsx'),
    route('standard', 'standard/standard-route.tsx'),
  ]),
] satisfies RouteConfig;
