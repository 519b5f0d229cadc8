declare module 'builtins-since-oldest';
