import { createRenderer, defineComponent, type Component } from 'vue'

type Node = { children: Node[]; parent?: Node }
const node = (): Node => ({ children: [] })

// Vue's own renderer over nothing: components mount and unmount as in a page, and draw nowhere.
const renderer = createRenderer<Node, Node>({
  insert: (child, parent) => {
    child.parent = parent
    parent.children.push(child)
  },
  remove: child => void child.parent?.children.splice(child.parent.children.indexOf(child), 1),
  createElement: node,
  createText: node,
  createComment: node,
  setText: () => {},
  setElementText: () => {},
  patchProp: () => {},
  parentNode: child => child.parent ?? null,
  nextSibling: () => null,
})

/** Runs `setup` in a component that is mounted and gives back what it gave and how to unmount it. */
export function mountBare<T>(setup: () => T): { made: T; unmount: () => void } {
  let made!: T
  const component: Component = defineComponent({
    setup() {
      made = setup()
      return () => null
    },
  })
  const app = renderer.createApp(component)
  app.mount(node())
  return { made, unmount: () => app.unmount() }
}
