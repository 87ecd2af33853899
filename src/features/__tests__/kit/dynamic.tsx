import { stage, type Scene } from './stage'

/** Charts and the view in space are loaded late and drawn by libraries of their own: their places stand empty here. */
export default function dynamic() {
  return function Late(props: Scene) {
    if (!stage.scenes) return null
    stage.scenes.push(props)
    return <div role="img" aria-label={props.label} />
  }
}
