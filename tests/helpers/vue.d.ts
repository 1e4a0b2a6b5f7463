/// <reference types="vite/client" />
declare module '*.vue' {
  const part: import('vue').Component
  export default part
}
